import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

const part = v.pipe(v.number(), v.minValue(0.1, "at least a tenth"), v.maxValue(0.9, "at most nine tenths"));

/** A bench or armchair: an L with the back at its far side, the front edge of the seat rounded or square. */
export const SeatSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("seat"),
  depthSetBy: DepthSetBySchema,
  side: v.picklist(["front", "side"]),
  /** Height of the seat as a part of the whole, and depth of the sitting part. */
  seatHeight: part,
  seatDepth: part,
  rounded: v.boolean(),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type SeatSlice = v.InferOutput<typeof SeatSchema>;
