import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";
import { ExtentSchema, FOOT } from "../placement.ts";

/** Posts, poles or trees in a row between two guides, with rails, cross-bars or slack wires from one to the next. */
export const RowSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("row"),
  kind: v.picklist(["posts", "trees"]),
  /** The axis the row runs along. */
  along: v.picklist(["depth", "width"]),
  /** Whether the first is the nearest, or the furthest, from which the row grows toward us. */
  order: v.optional(v.picklist(["near-to-far", "far-to-near"])),
  count: v.pipe(v.number(), v.integer(), v.minValue(2, "at least two"), v.maxValue(24, "at most 24")),
  /** Equal true spacing by the crossed diagonal, or by eye: each gap the same part shorter on paper. */
  spacing: v.picklist(["equal", "by-eye"]),
  /** Width of the first post on paper, in mm; left out or 0: posts are single lines. */
  thick: v.optional(
    v.pipe(v.number(), v.minValue(0, "at least 0"), v.maxValue(200, "a post is at most 200 mm wide")),
  ),
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
  /** A level bar across every pole: how high, and how far it reaches either side, as parts of the pole. */
  bars: v.optional(
    v.nullable(
      v.strictObject({
        up: v.pipe(v.number(), v.minValue(0.3, "at least 0.3 up"), v.maxValue(1, "at most at the top")),
        half: v.pipe(v.number(), v.minValue(0.02, "at least 0.02"), v.maxValue(0.5, "at most half a pole")),
      }),
    ),
  ),
  /** How far a wire from head to head, or from bar to bar, sags, as a part of a post; 0 for none. */
  sag: v.pipe(
    v.number(),
    v.minValue(0, "a wire sags by at least 0"),
    v.maxValue(1, "a wire sags by at most a post"),
  ),
  /** Whether wires end at the first and the last, or come from the vanishing point and go on off the sheet. */
  wires: v.optional(v.picklist(["between", "on-and-on"])),
  handles: v.strictObject({ ...FOOT, height: ExtentSchema, gap: ExtentSchema }),
});
export type RowSlice = v.InferOutput<typeof RowSchema>;
