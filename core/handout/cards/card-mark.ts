import { sha256 } from "@noble/hashes/sha2.js";
import { utf8ToBytes } from "@noble/hashes/utils.js";
import type { Drawing } from "../../display/index.ts";
import type { Pictured } from "../../steps/index.ts";

/** Letters and digits that are hard to misread on a printed card: no I, L, O, 0, 1, U. */
const ALPHABET = "23456789ABCDEFGHJKMNPQRSTVWXYZ";
const LETTERS = 6;

/** What a card's mark is made of: its picture and its words. Lesson time stays outside, so a shifted card is still good. */
export interface MarkedCard {
  readonly picture: Drawing;
  /** What the picture shows beside its lines. */
  readonly signs: Pictured;
  readonly number: number;
  readonly title: string;
  readonly instruction: string;
  readonly why: string;
  readonly check: string;
  readonly notes: string;
  readonly slip: string;
}

/** How marks are made today; it is their first letter. Version 1 had none in front. */
const VERSION = "4";

/**
 * A short mark of a card, its version and six characters of 30 (about 29 bits) of SHA-256 (FIPS 180-4) over picture and
 * words. Same card, same mark; two cards of one lesson colliding is a one in 10^8 affair a pair.
 */
export function cardMark(card: MarkedCard): string {
  return shortMark(textOf(card));
}

/** A short mark of anything printed that is not a card, made alike of all that is on it. */
export function markOf(content: unknown): string {
  return shortMark(JSON.stringify(content, rounded));
}

function shortMark(text: string): string {
  const bytes = sha256(utf8ToBytes(text));
  let first = 0n;
  for (const byte of bytes.subarray(0, 8)) first = (first << 8n) | BigInt(byte);
  return VERSION + lettersOf(first);
}

/** Whether a mark was made before steps were told as they are now: its card has to be printed once more. */
export function isOlderMark(mark: string): boolean {
  return mark.length === LETTERS || (mark[0] ?? "") < VERSION;
}

/** Picture and words as one text, numbers to 0.01 mm. The order of the words is part of every version. */
function textOf({ picture, signs, number, title, instruction, why, check, notes, slip }: MarkedCard): string {
  const words = { number, title, instruction, why, check, notes, slip };
  return JSON.stringify([picture.box, picture.marks, signs, words], rounded);
}

const rounded = (_: string, value: unknown) =>
  typeof value === "number" ? Math.round(value * 100) / 100 : value;

function lettersOf(number: bigint): string {
  let rest = number;
  let mark = "";
  for (let i = 0; i < LETTERS; i++) {
    mark += ALPHABET[Number(rest % 30n)] ?? "";
    rest /= 30n;
  }
  return mark;
}
