import * as v from "valibot";
import { ObjectBase, otherObject } from "../object-base.ts";

/**
 * A thing mirrored in level water. The water lies `dropMm` below the ground as measured on the sheet's lower edge, and is
 * seen below its shore line. Lengths are measured from the foot carried down to the water's level, never from the shore.
 */
export const ReflectionSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("reflection"),
  of: otherObject,
  /** Further things that stand by the same water: mirrored with it, along one shore. */
  alsoOf: v.optional(v.pipe(v.array(otherObject), v.maxLength(12, "a reflection mirrors at most 13 things"))),
  /** Whether the shore line itself is drawn. */
  shore: v.optional(v.boolean()),
  handles: v.strictObject({
    dropMm: v.pipe(
      v.number(),
      v.minValue(0, "the water lies at least 0 mm below the ground"),
      v.maxValue(500, "at most 500 mm"),
    ),
    /** The shore line on paper, up from the sheet's lower edge: the water is seen below it. */
    shoreFromBottomMm: v.pipe(v.number(), v.minValue(0), v.maxValue(3000)),
  }),
});
export type ReflectionSlice = v.InferOutput<typeof ReflectionSchema>;
