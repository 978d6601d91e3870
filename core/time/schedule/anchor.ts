import * as v from "valibot";
import type { Finding } from "../../ground/base/index.ts";
import type { Word } from "../narration/index.ts";

/** Where something starts in the narration: at a word, and `offsetMs` after that word's beginning. */
const AnchorSchema = v.strictObject({
  wordId: v.pipe(v.string(), v.regex(/^c\d+\.w\d+$/, 'a word\'s id looks like "c3.w2"')),
  offsetMs: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(-5000, "at most 5 s before the word"),
    v.maxValue(5000, "at most 5 s after the word"),
  ),
  /** Found in the words, and not yet said by anyone to be right: it goes along when another step is pinned. */
  found: v.optional(v.literal(true)),
});
/** Anchors by the id of what they place: a step, or a single move. */
export const AnchorsSchema = v.record(v.string(), AnchorSchema);
export type Anchors = v.InferOutput<typeof AnchorsSchema>;
export type Anchor = v.InferOutput<typeof AnchorSchema>;

/** The words that anchors stand at, by id: a narration has thousands, and few are stood at. */
export function anchoredWords(words: readonly Word[], anchors: Anchors): ReadonlyMap<string, Word> {
  const wanted = new Set(Object.values(anchors).map((a) => a.wordId));
  return new Map(words.filter((w) => wanted.has(w.id)).map((w) => [w.id, w]));
}

/** What is wrong with an anchor; `about` is the step's id. */
export function anchorFinding(code: string, about: string, message: string): Finding {
  return { code, severity: "warning", about, message, numbers: {} };
}
