import * as v from "valibot";
import { ObjectBase, otherObject } from "../object-base.ts";
import { ExtentSchema, FOOT } from "../placement.ts";

/** A chimney that stands on a slope: its top level, its feet on the roof. */
export const ChimneySchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("chimney"),
  of: otherObject,
  /** Its near lower left corner on the slope, and the extents from it; the height is that of this corner's upright. */
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type ChimneySlice = v.InferOutput<typeof ChimneySchema>;
