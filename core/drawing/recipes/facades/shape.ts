import * as v from "valibot";
import { ObjectBase, otherObject } from "../object-base.ts";

const share = (most: number) =>
  v.pipe(v.number(), v.minValue(0, "at least 0"), v.maxValue(most, `at most ${most} of the way`));
const ray = v.pipe(
  v.number(),
  v.integer(),
  v.minValue(1, "the first ray is 1"),
  v.maxValue(20, "at most ray 20"),
);

/** House fronts one beside the other, fitted between two rays that are there already, with roofs up to a third. */
export const FacadesSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("facades"),
  /** The strips whose rays they are fitted to. */
  of: otherObject,
  side: v.picklist(["left", "right"]),
  /** The ray below the horizon they stand on, and the one above it they reach up to, counted from the middle. */
  low: ray,
  high: ray,
  count: v.pipe(v.number(), v.integer(), v.minValue(1, "at least one"), v.maxValue(12, "at most 12")),
  /** Where the first begins and the last ends, as parts of the way along the lower ray to the point. */
  between: v.strictObject({ from: share(0.9), to: share(0.95) }),
  /** How high gables reach above the fronts, as a part of a front; 0 for flat roofs along the ray. */
  gable: v.pipe(v.number(), v.minValue(0, "at least 0"), v.maxValue(1, "at most a front's height")),
});
export type FacadesSlice = v.InferOutput<typeof FacadesSchema>;
