/** A fault that is none: what it changes cannot be seen by anybody. Found by the line it stands in, which moves less than its number. */
export interface Equivalent {
  readonly file: string;
  /** The line's text, without the space before it. */
  readonly line: string;
  readonly was: string;
  readonly why: string;
}

export const EQUIVALENT: readonly Equivalent[] = [
  {
    file: "core/time/narration/kinds-by-word.ts",
    line: "const here = spans.filter((s) => s.from < end && at < s.to).map((s) => s.heard);",
    was: "<",
    why: "what is understood begins and ends with words, and between two words is always a space",
  },
  {
    file: "core/time/narration/amount-words.ts",
    line: 'if (mixed) return [mixed[1] ?? "", mixed[2] ?? "", ...partsOf(mixed[3] ?? "")].filter(Boolean);',
    was: '""',
    why: "a pattern that matched has all of its groups: the words in their stead are never taken",
  },
  {
    file: "core/drawing/recipes/outline/draw.ts",
    line: "const at = (i: number) => points[i % points.length] ?? { across: 0, up: 0 };",
    was: "0",
    why: "an index taken modulo the length of a list is always in it",
  },
  {
    file: "core/telling/steps/group-steps.ts",
    line: 'if (i < last && !cuts.includes(moves[i + 1]?.id ?? "")) continue;',
    was: '""',
    why: "before the last move of a phase there is always another",
  },
  {
    file: "core/time/narration/align-words.ts",
    line: "else if ((table[at + width] ?? 0) >= (table[at + 1] ?? 0)) i++;",
    was: "0",
    why: "the table has a row and a column more than are asked for: a place in it is never missing",
  },
];
