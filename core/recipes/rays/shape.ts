import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";

/** Strips of a landscape: rays from the vanishing point in mirrored pairs below the horizon, and a few above it. */
export const RaysSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("rays"),
  pairs: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, "at least one pair"),
    v.maxValue(20, "at most 20 pairs"),
  ),
  above: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(20, "at most 20 rays above the horizon")),
});
export type RaysSlice = v.InferOutput<typeof RaysSchema>;
