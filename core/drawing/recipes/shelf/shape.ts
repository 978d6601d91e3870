import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

/** A shelf: two sides, a bottom, a top and boards between, open in front and behind. */
export const ShelfSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("shelf"),
  depthSetBy: DepthSetBySchema,
  boards: v.pipe(v.number(), v.integer(), v.minValue(2, "at least a top and a bottom"), v.maxValue(12)),
  /** Thickness of the wood as a part of the width. */
  wood: v.pipe(v.number(), v.minValue(0.01, "at least 0.01"), v.maxValue(0.2, "at most 0.2")),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type ShelfSlice = v.InferOutput<typeof ShelfSchema>;
