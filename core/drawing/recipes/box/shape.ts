import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { BACK, DepthOrGuidesSchema, ExtentSchema, FOOT } from "../placement.ts";

export const BoxSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("box"),
  depthSetBy: DepthOrGuidesSchema,
  seeThrough: v.boolean(),
  back: BACK,
  /** How the front comes on the paper where it faces us: measured, or traced round a card of its true shape. */
  front: v.optional(v.picklist(["measured", "template"])),
  /** Drawn from observation: the angles of two side edges carried over, their crossing is the vanishing point. */
  observed: v.optional(v.boolean()),
  /** The corner nearest the eye at the foot, and the three extents from it. */
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type BoxSlice = v.InferOutput<typeof BoxSchema>;
