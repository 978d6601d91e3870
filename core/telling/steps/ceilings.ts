import type { AgeBand } from "../../ground/plan/index.ts";

/** How much of one step a class can take in: common practice, no published source. */
export interface Ceilings {
  /** Things the hand does in one go. */
  readonly actions: number;
  readonly newLines: number;
  /** Words on its card; a letter, a number and a unit count one each. */
  readonly words: number;
  readonly sentenceWords: number;
}

/** All ceilings in one place. One family of like lines may go over the lines, up to `FAMILY_LINES`. */
export const CEILINGS: Readonly<Record<AgeBand, Ceilings>> = {
  "7-9": { actions: 3, newLines: 4, words: 35, sentenceWords: 12 },
  "9-11": { actions: 4, newLines: 6, words: 45, sentenceWords: 16 },
  "12-14": { actions: 5, newLines: 8, words: 45, sentenceWords: 16 },
  adults: { actions: 6, newLines: 10, words: 45, sentenceWords: 16 },
};

export const FAMILY_LINES = 12;

/** A reason, a check or a slip is at most so long. */
export const ASIDE_WORDS = 14;
