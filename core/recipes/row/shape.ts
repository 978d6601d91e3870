import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { ExtentSchema, FOOT } from "../placement.ts";

/** Posts, poles or trees in a row between two guides, with rails or slack wires from one to the next. */
export const RowSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("row"),
  kind: v.picklist(["posts", "trees"]),
  /** The axis the row runs along. */
  along: v.picklist(["depth", "width"]),
  count: v.pipe(v.number(), v.integer(), v.minValue(2, "at least two"), v.maxValue(24, "at most 24")),
  /** Equal true spacing by the crossed diagonal, or by eye: each gap the same part shorter on paper. */
  spacing: v.picklist(["equal", "by-eye"]),
  /** Heights of level rails as parts of a post. */
  rails: v.pipe(
    v.array(
      v.pipe(
        v.number(),
        v.minValue(0, "a rail is at least 0 up"),
        v.maxValue(1, "a rail is at most at the top"),
      ),
    ),
    v.maxLength(4, "at most four rails"),
  ),
  /** How far a wire from head to head sags, as a part of a post; 0 for none. */
  sag: v.pipe(
    v.number(),
    v.minValue(0, "a wire sags by at least 0"),
    v.maxValue(1, "a wire sags by at most a post"),
  ),
  handles: v.strictObject({ ...FOOT, height: ExtentSchema, gap: ExtentSchema }),
});
export type RowSlice = v.InferOutput<typeof RowSchema>;
