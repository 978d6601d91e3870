import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { FOOT } from "../placement.ts";

/** A place set aside for drawing freely: foliage, a figure, a boat. It is sized and announced, never constructed. */
export const FreehandSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("freehand"),
  depthSetBy: v.picklist(["ground", "free"]),
  /** Whether it covers what stands behind it. */
  covers: v.boolean(),
  handles: v.strictObject({
    ...FOOT,
    widthMm: v.pipe(
      v.number(),
      v.minValue(1, "at least 1 mm wide"),
      v.maxValue(3000, "at most 3000 mm wide"),
    ),
    heightMm: v.pipe(
      v.number(),
      v.minValue(1, "at least 1 mm high"),
      v.maxValue(3000, "at most 3000 mm high"),
    ),
  }),
});
export type FreehandSlice = v.InferOutput<typeof FreehandSchema>;
