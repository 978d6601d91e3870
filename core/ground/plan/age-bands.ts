/**
 * Paces by age. Demonstrators' seconds a line (3–7 rehearsed, 8–15 normal, 16–30 explained) and speech rates
 * are common practice, no published source; the pupils' seconds are editable guesses until a log replaces them.
 */
export interface Pace {
  readonly label: string;
  /** Words a minute when a step is told. */
  readonly wordsPerMinute: number;
  /** Milliseconds the demonstrator takes for one line, ruler and all. */
  readonly demonstratorLineMs: number;
  /** Milliseconds a pupil of this age takes for one line. */
  readonly pupilLineMs: number;
}

export const AGE_BANDS = {
  "7-9": { label: "7–9 years", wordsPerMinute: 100, demonstratorLineMs: 9000, pupilLineMs: 24_000 },
  "9-11": { label: "9–11 years", wordsPerMinute: 110, demonstratorLineMs: 7000, pupilLineMs: 18_000 },
  "12-14": { label: "12–14 years", wordsPerMinute: 125, demonstratorLineMs: 6000, pupilLineMs: 14_000 },
  adults: { label: "15 and over", wordsPerMinute: 140, demonstratorLineMs: 5000, pupilLineMs: 11_000 },
} as const satisfies Record<string, Pace>;

export type AgeBand = keyof typeof AGE_BANDS;

/** Seconds for moves that are no ruled line; common practice, no published source. */
export const FOLD_MS = 30_000;
export const ERASE_MS = 12_000;
export const MARK_MS = 3000;
export const FILL_MS = 5000;
export const CIRCLE_MS = 1500;
/** A curve drawn by hand takes as long as this many ruled lines. */
export const CURVE_LINES = 1.5;
