import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT } from "../placement.ts";

const thin = v.pipe(v.number(), v.minValue(0.02, "at least 0.02"), v.maxValue(0.45, "at most 0.45"));

/** A table: a top, and four legs flush with its corners. */
export const TableSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("table"),
  depthSetBy: DepthSetBySchema,
  /** Thickness of the top as a part of the height, of a leg as a part of the width and of the depth. */
  top: thin,
  leg: thin,
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type TableSlice = v.InferOutput<typeof TableSchema>;
