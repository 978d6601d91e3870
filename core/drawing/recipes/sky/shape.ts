import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";

/** The sky in level bands of tone, behind everything. */
export const SkySchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("sky"),
  bands: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(2, "at least two bands"),
    v.maxValue(3, "at most three bands"),
  ),
  /** Which band is the palest: the lowest, as on most days, or the highest. */
  palest: v.picklist(["low", "high"]),
});
export type SkySlice = v.InferOutput<typeof SkySchema>;
