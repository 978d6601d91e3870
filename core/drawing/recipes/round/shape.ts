import * as v from "valibot";
import { faceOfObject, ObjectBase } from "../object-base.ts";

const share = v.pipe(
  v.number(),
  v.minValue(0, "a share is at least 0"),
  v.maxValue(1, "a share is at most 1"),
);

/** A circle, or an arch over two uprights, on a face of another thing; on a face that runs away it is an ellipse. */
export const RoundSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("round"),
  on: faceOfObject,
  shape: v.picklist(["circle", "arch"]),
  /** Its left and right side, as shares of the face's level side. */
  between: v.strictObject({ from: share, to: share }),
  /** A circle's lowest point; an arch's foot and springing. */
  foot: share,
  springing: share,
  /** Draw the square with its eight points first, or the curve at once. */
  construction: v.picklist(["eight-points", "by-eye"]),
});
export type RoundSlice = v.InferOutput<typeof RoundSchema>;
