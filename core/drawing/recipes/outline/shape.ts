import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { BACK, DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

const share = v.pipe(
  v.number(),
  v.minValue(0, "a share is at least 0"),
  v.maxValue(1, "a share is at most 1"),
);
const ring = v.pipe(
  v.array(v.strictObject({ across: share, up: share })),
  v.minLength(3, "an outline has at least three corners"),
  v.maxLength(60, "an outline has at most 60 corners"),
);

/** Any straight-sided outline with openings, swept away from the paper. */
export const OutlineSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("outline"),
  depthSetBy: DepthSetBySchema,
  seeThrough: v.boolean(),
  back: BACK,
  side: v.picklist(["front", "side"]),
  /** Corners in shares of the block, going round once. */
  corners: ring,
  openings: v.pipe(v.array(ring), v.maxLength(12, "an outline has at most 12 openings")),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type OutlineSlice = v.InferOutput<typeof OutlineSchema>;
