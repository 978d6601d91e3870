import * as v from "valibot";
import type { Cue, Word } from "./cue.ts";

/** Words that are shown and written out as others; what was imported stays beneath, and its ids with it. */
export const CorrectionSchema = v.strictObject({
  wordIds: v.pipe(v.array(v.string()), v.minLength(1), v.maxLength(12)),
  text: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80)),
});
export type Correction = v.InferOutput<typeof CorrectionSchema>;

/** The words with corrections laid over: the first word of each stands for all of it, the rest are left out. */
export function correctWords(words: readonly Word[], corrections: readonly Correction[]): Word[] {
  if (corrections.length === 0) return [...words];
  const said = new Map<string, string | null>();
  for (const { wordIds, text } of corrections)
    for (const [i, id] of wordIds.entries()) said.set(id, i === 0 ? text : null);
  const ends = new Map(words.map((w) => [w.id, w.endMs]));
  const last = new Map(corrections.map((c) => [c.wordIds[0], c.wordIds[c.wordIds.length - 1]]));
  return words.flatMap((word): Word[] => {
    const text = said.get(word.id);
    if (text === undefined) return [word];
    if (text === null) return [];
    const tail = /[.,;:?!]+$/.exec(word.text)?.[0] ?? "";
    return [{ ...word, text: text + tail, endMs: ends.get(last.get(word.id) ?? "") ?? word.endMs }];
  });
}

/** The cues as they are written out, corrections in their text. */
export function correctCues(
  cues: readonly Cue[],
  words: readonly Word[],
  corrections: readonly Correction[],
): readonly Cue[] {
  if (corrections.length === 0) return cues;
  const byCue = new Map<string, string[]>();
  for (const word of correctWords(words, corrections))
    byCue.set(word.cueId, [...(byCue.get(word.cueId) ?? []), word.text]);
  const touched = new Set(corrections.flatMap((c) => c.wordIds.map((id) => id.split(".")[0] ?? "")));
  return cues.map((cue) => {
    const text = byCue.get(cue.id)?.join(" ");
    if (!touched.has(cue.id) || text === undefined) return cue;
    // Stated times belong to characters that are no longer there.
    return { id: cue.id, startMs: cue.startMs, endMs: cue.endMs, text };
  });
}
