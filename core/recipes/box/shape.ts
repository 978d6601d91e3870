import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { BACK, DepthOrGuidesSchema, ExtentSchema, FOOT } from "../placement.ts";

export const BoxSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("box"),
  depthSetBy: DepthOrGuidesSchema,
  seeThrough: v.boolean(),
  back: BACK,
  /** Drawn from observation: the angles of two side edges carried over, their crossing is the vanishing point. */
  observed: v.optional(v.boolean()),
  /** The corner nearest the eye at the foot, and the three extents from it. */
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type BoxSlice = v.InferOutput<typeof BoxSchema>;
