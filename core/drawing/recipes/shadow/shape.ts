import * as v from "valibot";
import { ObjectBase, otherObject } from "../object-base.ts";

/** A thing's shadow on the ground, the sun where its own vanishing point stands on paper. */
export const ShadowSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("shadow"),
  of: otherObject,
  /** The sun seen before us (its VP above the horizon), or behind us (the point it shines toward, below). */
  handles: v.strictObject({
    sunFromLeftMm: v.pipe(v.number(), v.minValue(-10_000), v.maxValue(10_000)),
    sunFromTopMm: v.pipe(v.number(), v.minValue(-10_000), v.maxValue(10_000)),
  }),
});
export type ShadowSlice = v.InferOutput<typeof ShadowSchema>;
