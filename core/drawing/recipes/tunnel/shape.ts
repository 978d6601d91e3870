import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

/** A row of arches one behind the other: a tunnel, an arcade, the ribs of a roof. */
export const TunnelSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("tunnel"),
  depthSetBy: DepthSetBySchema,
  arches: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, "at least one arch"),
    v.maxValue(16, "at most 16 arches"),
  ),
  /** Height at which the arches spring, as a part of the whole. */
  springing: v.pipe(v.number(), v.minValue(0.05, "at least 0.05"), v.maxValue(0.95, "at most 0.95")),
  /** Which comes first: the uprights, or the arches, whose uprights are dropped afterwards, or left out where they spring from walls. */
  order: v.picklist(["uprights-first", "arches-first", "arches-only"]),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type TunnelSlice = v.InferOutput<typeof TunnelSchema>;
