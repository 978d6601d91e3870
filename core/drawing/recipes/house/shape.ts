import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

/** A house with a gable roof: four walls, the peak over the middle of its gable wall. */
export const HouseSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("house"),
  depthSetBy: DepthSetBySchema,
  /** The wall under the gable: the front, or the side. */
  side: v.picklist(["front", "side"]),
  /** Drawn from observation: the angles of two edges that run away carried over, their crossing is the vanishing point. */
  observed: v.optional(v.boolean()),
  /** Height of the eaves as a part of the whole height. */
  eaves: v.pipe(v.number(), v.minValue(0.2, "at least a fifth"), v.maxValue(0.95, "at most 0.95")),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type HouseSlice = v.InferOutput<typeof HouseSchema>;
