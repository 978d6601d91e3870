import * as v from "valibot";
import { ObjectBase } from "../object-base.ts";

const mm = (least: number, most: number, what: string) =>
  v.pipe(
    v.number(),
    v.minValue(least, `${what} is at least ${least} mm`),
    v.maxValue(most, `${what} is at most ${most} mm`),
  );

/** A road, path or canal running away on the ground, its edges marked on the sheet's lower edge. */
export const RoadSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("road"),
  /** The axis it runs along: to the left or only vanishing point, or to the right one. */
  along: v.optional(v.picklist(["depth", "width"])),
  /** Dashes on the centre line; 0 for none. */
  dashes: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(24, "at most 24 dashes")),
  /** Where the first dash begins, as a part of the way to the horizon; left out: at the sheet's edge. */
  dashesFrom: v.optional(
    v.pipe(v.number(), v.minValue(0, "at least 0"), v.maxValue(0.9, "at most 0.9 of the way")),
  ),
  /** Joints across both pavements; 0 for none. */
  joints: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(24, "at most 24 joints")),
  /** A road that crosses it, between two parts of the way to the horizon; null for none. */
  crossing: v.nullable(
    v.strictObject({
      from: v.pipe(v.number(), v.minValue(0.05), v.maxValue(0.95)),
      to: v.pipe(v.number(), v.minValue(0.05), v.maxValue(0.95)),
    }),
  ),
  handles: v.strictObject({
    /** Middle of the road on the sheet's lower edge, from the left. */
    fromLeftMm: mm(-3000, 3000, "the middle"),
    half: mm(1, 2000, "half the road"),
    /** Width of the pavement either side, on the sheet's lower edge; 0 for none. */
    pavement: mm(0, 2000, "a pavement"),
    /** Height of the kerb on the sheet's lower edge; 0 for none. */
    kerb: mm(0, 200, "a kerb"),
    /** How far up it is drawn, as a part of the way to the horizon; 1 for lines that run right into the vanishing point. */
    reach: v.pipe(
      v.number(),
      v.minValue(0.2, "at least a fifth of the way"),
      v.maxValue(1, "at most all the way"),
    ),
  }),
});
export type RoadSlice = v.InferOutput<typeof RoadSchema>;
