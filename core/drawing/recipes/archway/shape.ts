import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

const part = v.pipe(v.number(), v.minValue(0.05, "at least 0.05"), v.maxValue(0.95, "at most 0.95"));

/** A wall with an arched opening right through it: through the opening its thickness shows. */
export const ArchwaySchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("archway"),
  depthSetBy: DepthSetBySchema,
  side: v.picklist(["front", "side"]),
  /** Width of the opening as a part of the wall's, in its middle. */
  opening: part,
  /** Height at which the arch springs, as a part of the wall's. */
  springing: part,
  /** A half circle, or a low arch half as high. */
  arch: v.picklist(["round", "low"]),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type ArchwaySlice = v.InferOutput<typeof ArchwaySchema>;
