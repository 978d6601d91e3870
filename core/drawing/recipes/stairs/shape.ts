import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

export const StairsSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("stairs"),
  depthSetBy: DepthSetBySchema,
  /** "front": the zigzag faces us and runs back; "side": the steps climb away from us. */
  side: v.picklist(["front", "side"]),
  steps: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(2, "at least two steps"),
    v.maxValue(30, "at most 30 steps"),
  ),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type StairsSlice = v.InferOutput<typeof StairsSchema>;
