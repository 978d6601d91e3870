import type { SpokenNumber } from "./spoken-number.ts";

/**
 * What is asked of the words round a spoken number, and of what is known there. All that is given must hold: `before` is found in
 * the words up to the number, `after` in those that follow it, `within` in so many words up to it; `is` and `not` name what is
 * known.
 */
export interface Clause<Known extends string> {
  readonly before?: RegExp;
  readonly after?: RegExp;
  readonly notBefore?: RegExp;
  readonly notAfter?: RegExp;
  readonly within?: readonly [words: number, said: RegExp];
  readonly notWithin?: readonly [words: number, said: RegExp];
  readonly is?: readonly Known[];
  readonly not?: readonly Known[];
}

/** A way of saying an amount: where one of `when` holds and nothing of `unless` does, it is one, as surely as `confidence` says. */
export interface NumberRule<Known extends string> {
  readonly confidence: number;
  readonly when: readonly Clause<Known>[];
  readonly unless: readonly Clause<Known>[];
}

/** The words round a number, and what is known of it there. */
export interface Spot<Known extends string> {
  readonly before: string;
  readonly after: string;
  /** So many words up to the number. */
  readonly lately: (words: number) => string;
  readonly known: Readonly<Record<Known, boolean>>;
}

export function spotAt<Known extends string>(
  words: readonly string[],
  at: number,
  end: number,
  known: Readonly<Record<Known, boolean>>,
): Spot<Known> {
  const lately = (count: number) => words.slice(Math.max(0, at - count), at).join(" ");
  return { before: lately(at), after: words.slice(end).join(" "), lately, known };
}

export function holds<Known extends string>(clause: Clause<Known>, spot: Spot<Known>): boolean {
  const { is = [], not = [], within, notWithin } = clause;
  return (
    is.every((k) => spot.known[k]) &&
    !not.some((k) => spot.known[k]) &&
    (clause.before?.test(spot.before) ?? true) &&
    (clause.after?.test(spot.after) ?? true) &&
    !clause.notBefore?.test(spot.before) &&
    !clause.notAfter?.test(spot.after) &&
    (within?.[1].test(spot.lately(within[0])) ?? true) &&
    !notWithin?.[1].test(spot.lately(notWithin[0]))
  );
}

export function isSaid<Known extends string>(
  { when, unless }: NumberRule<Known>,
  spot: Spot<Known>,
): boolean {
  return when.some((c) => holds(c, spot)) && !unless.some((c) => holds(c, spot));
}

/** One of these words, or runs of words, right before the number. */
export const ends = (words: string) => new RegExp(`(?:^| )(?:${words})$`);
/** One of these right after it. */
export const begins = (words: string) => new RegExp(`^(?:${words})(?= |$)`);

/** Numbers as the rules speak of them. */
export type NumberKind = "digits" | "fraction" | "whole" | "one" | "few" | "mixed";

export function kindsOf({ value, digits, fraction }: SpokenNumber): Readonly<Record<NumberKind, boolean>> {
  const whole = value % 1 === 0;
  return { digits, fraction, whole, one: value === 1, few: whole && value <= 4, mixed: value > 1 && !whole };
}
