import * as v from "valibot";
import { faceOfObject, ObjectBase } from "../object-base.ts";

const share = v.pipe(
  v.number(),
  v.minValue(0, "a share is at least 0"),
  v.maxValue(1, "a share is at most 1"),
);

/**
 * Windows, doors, shutters, frames, drawers or boards on a face of another thing: rows of equal cells between
 * shared guides, all following that face's own axes.
 */
export const OpeningsSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("openings"),
  on: faceOfObject,
  /** Further walls in one plane with it, such as the next houses of a row: the same guides run on over them. */
  alsoOn: v.optional(v.pipe(v.array(faceOfObject), v.maxLength(6, "a fan runs over at most seven walls"))),
  /** Told as a door: its three lines and a knob; for what stands on the base line and has no panes. */
  door: v.optional(v.boolean()),
  /** Each row between two heights, as shares of the face's upright side. A row from 0 stands on the base line. */
  rows: v.pipe(
    v.array(v.strictObject({ from: share, to: share })),
    v.minLength(1, "at least one row"),
    v.maxLength(12, "at most 12 rows"),
  ),
  columns: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, "at least one column"),
    v.maxValue(20, "at most 20 columns"),
  ),
  /** Where the columns begin and end, as shares of the face's level side. */
  between: v.strictObject({ from: share, to: share }),
  /** Gap between two columns as a part of one column's width. */
  gap: v.pipe(
    v.number(),
    v.minValue(0, "a gap is at least 0"),
    v.maxValue(5, "a gap is at most five widths"),
  ),
  /** Bars that part each cell into so many panes across and up. */
  panes: v.strictObject({
    across: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8)),
    up: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(8)),
  }),
});
export type OpeningsSlice = v.InferOutput<typeof OpeningsSchema>;
