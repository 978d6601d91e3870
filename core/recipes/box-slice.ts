import * as v from "valibot";
import { AXES, type Frame, runsWithPaper } from "../view/index.ts";
import { ObjectBase } from "./object-base.ts";

/** How far a box reaches along an axis: mm on paper where the axis runs with the paper, else the part of the way to its VP. */
const ExtentSchema = v.union(
  [
    v.strictObject({
      mm: v.pipe(
        v.number(),
        v.minValue(0.5, "a side is at least 0.5 mm"),
        v.maxValue(3000, "a side is at most 3000 mm"),
      ),
    }),
    v.strictObject({
      fraction: v.pipe(
        v.number(),
        v.minValue(0.01, "at least 0.01 of the way to the vanishing point"),
        v.maxValue(0.99, "at most 0.99 of the way: the back edge stays in front of the vanishing point"),
      ),
    }),
  ],
  'give { "mm": … } along the paper or { "fraction": … } of the way to the vanishing point',
);
export type Extent = v.InferOutput<typeof ExtentSchema>;

const place = v.pipe(
  v.number(),
  v.minValue(-3000, "no further than 3000 mm outside the sheet"),
  v.maxValue(3000, "no further than 3000 mm outside the sheet"),
);

export const BoxSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("box"),
  seeThrough: v.boolean(),
  /** The corner nearest the eye at the foot, and the three extents from it. */
  handles: v.strictObject({
    fromLeftMm: place,
    fromBottomMm: place,
    width: ExtentSchema,
    height: ExtentSchema,
    depth: ExtentSchema,
  }),
});
export type BoxSlice = v.InferOutput<typeof BoxSchema>;

/** What is impossible in a box in this frame, by field. Extents must suit the way each axis runs. */
export function impossibleInBox(box: BoxSlice, frame: Frame): { field: string; message: string }[] {
  return AXES.flatMap((axis) => {
    const flat = runsWithPaper(frame, axis);
    if (flat === "mm" in box.handles[axis]) return [];
    const message = flat
      ? `the ${axis} runs with the paper here, so it is given as { "mm": … }`
      : `the ${axis} runs to a vanishing point here, so it is given as { "fraction": … } of the way to it`;
    return [{ field: `handles.${axis}`, message }];
  });
}
