import type { Drawing } from "../../../showing/display/index.ts";
import type { Pictured } from "../../../telling/steps/index.ts";
import { markOf } from "../print-mark.ts";

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

/** A short mark of a card, over picture and words. The order of the words is part of every version. */
export function cardMark({
  picture,
  signs,
  number,
  title,
  instruction,
  why,
  check,
  notes,
  slip,
}: MarkedCard): string {
  const words = { number, title, instruction, why, check, notes, slip };
  return markOf([picture.box, picture.marks, signs, words]);
}
