import type { Word } from "./cue.ts";

/** The word whose beginning is nearest to a moment of the recording; null without words. */
export function nearestWord(words: readonly Word[], ms: number): Word | null {
  return words.reduce<Word | null>(
    (best, w) => (!best || Math.abs(w.startMs - ms) < Math.abs(best.startMs - ms) ? w : best),
    null,
  );
}

/** The index of the first word that begins at or after a moment, words in the order of speech; their number when none does. */
export function firstWordFrom(words: readonly Word[], ms: number): number {
  let [low, high] = [0, words.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((words[middle]?.startMs ?? 0) < ms) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The words wholly spoken between two moments, in the order of speech. */
export function wordsBetween(words: readonly Word[], fromMs: number, toMs: number): Word[] {
  const found: Word[] = [];
  for (let i = firstWordFrom(words, fromMs); i < words.length; i++) {
    const word = words[i];
    if (!word || word.startMs > toMs) break;
    if (word.endMs <= toMs) found.push(word);
  }
  return found;
}

/** The index of the word that is being said at a moment; -1 between words. */
export function wordIndexAt(words: readonly Word[], ms: number): number {
  // The last word that has begun; where words overlap it is the one that is heard begin.
  const index = firstWordFrom(words, ms + 1e-6) - 1;
  const word = words[index];
  return word && word.startMs <= ms && ms < word.endMs ? index : -1;
}
