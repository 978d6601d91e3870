import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";

/** Strips of a landscape: rays from the vanishing point in mirrored pairs below the horizon, and a few above it. */
export const RaysSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("rays"),
  pairs: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, "at least one pair"),
    v.maxValue(20, "at most 20 pairs"),
  ),
  above: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(20, "at most 20 rays above the horizon")),
  /** A ray straight down from the vanishing point, between the pairs. */
  centre: v.optional(v.boolean()),
  /** How wide strips are where they reach the sheet's edge: alike, or each narrower than the one before it. */
  widths: v.optional(v.picklist(["even", "narrowing"])),
  /** Whether the pencil goes from the edge to the point, or from the point outwards. */
  drawnFrom: v.optional(v.picklist(["edge", "point"])),
  /** The same pairs above the horizon too, as in a mirror. */
  mirrored: v.optional(v.boolean()),
});
export type RaysSlice = v.InferOutput<typeof RaysSchema>;
