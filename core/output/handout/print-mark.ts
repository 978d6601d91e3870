import { sha256 } from "@noble/hashes/sha2.js";
import { utf8ToBytes } from "@noble/hashes/utils.js";

/** Letters and digits that are hard to misread on paper: no I, L, O, 0, 1, U. */
const ALPHABET = "23456789ABCDEFGHJKMNPQRSTVWXYZ";
const LETTERS = 6;

/** How marks are made today; it is their first letter. Version 1 had none in front. */
const VERSION = "4";

/**
 * A short mark of what is printed: its version and six characters of 30 (about 29 bits) of SHA-256 (FIPS 180-4) over all that
 * is on it, numbers to 0.01 mm. Same content, same mark; two of one lesson colliding is a one in 10^8 affair a pair.
 */
export function markOf(content: unknown): string {
  const bytes = sha256(utf8ToBytes(JSON.stringify(content, rounded)));
  let first = 0n;
  for (const byte of bytes.subarray(0, 8)) first = (first << 8n) | BigInt(byte);
  return VERSION + lettersOf(first);
}

/** Whether a mark was made before steps were told as they are now: what carries it has to be printed once more. */
export function isOlderMark(mark: string): boolean {
  return mark.length === LETTERS || (mark[0] ?? "") < VERSION;
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
