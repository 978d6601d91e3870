import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { ExtentSchema, FOOT } from "../placement.ts";

/** A tiled or boarded floor on the ground: columns from equal ticks on the near edge, rows that shrink. */
export const FloorSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("floor"),
  columns: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, "at least one column"),
    v.maxValue(24, "at most 24 columns"),
  ),
  rows: v.pipe(v.number(), v.integer(), v.minValue(1, "at least one row"), v.maxValue(24, "at most 24 rows")),
  /**
   * Rows of equal true depth by the diagonal; square tiles, as deep as they are wide, whatever the depth handle says; or
   * each gap shorter by a fixed share, as by eye.
   */
  spacing: v.picklist(["true", "square", "by-eye"]),
  /** Fill every other tile. */
  chequered: v.boolean(),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, depth: ExtentSchema }),
});
export type FloorSlice = v.InferOutput<typeof FloorSchema>;
