import * as v from "valibot";

/** Where something starts in the narration: at a word, and `offsetMs` after that word's beginning. */
export const AnchorSchema = v.strictObject({
  wordId: v.pipe(v.string(), v.regex(/^c\d+\.w\d+$/, 'a word\'s id looks like "c3.w2"')),
  offsetMs: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(-5000, "at most 5 s before the word"),
    v.maxValue(5000, "at most 5 s after the word"),
  ),
});
/** Anchors by the id of the step they place. */
export const AnchorsSchema = v.record(v.string(), AnchorSchema);
export type Anchors = v.InferOutput<typeof AnchorsSchema>;
export type Anchor = v.InferOutput<typeof AnchorSchema>;
