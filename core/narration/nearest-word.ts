import type { Word } from "./cue.ts";

/** The word whose beginning is nearest to a moment of the recording; null without words. */
export function nearestWord(words: readonly Word[], ms: number): Word | null {
  return words.reduce<Word | null>(
    (best, w) => (!best || Math.abs(w.startMs - ms) < Math.abs(best.startMs - ms) ? w : best),
    null,
  );
}
