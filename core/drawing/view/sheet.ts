import * as v from "valibot";
import { changesOf, numbersOf } from "../../ground/base/index.ts";

/** No sheet a class draws on is smaller than a playing card or larger than a wall banner. */
const SIDE_MM = v.pipe(
  v.number(),
  v.minValue(50, "a side is at least 50 mm"),
  v.maxValue(3000, "a side is at most 3000 mm"),
);

export const SheetSchema = v.strictObject({
  widthMm: SIDE_MM,
  heightMm: SIDE_MM,
  unit: v.picklist(["in", "mm"]),
  /** Denominator of the finest inch fraction that readings use. */
  smallestFraction: v.picklist([2, 4, 8, 16]),
  /** Sheets joined into this one, each overlapping the next; left out: a single sheet. */
  joined: v.optional(
    v.strictObject({
      across: v.pipe(v.number(), v.integer("a whole number"), v.minValue(1), v.maxValue(6)),
      down: v.pipe(v.number(), v.integer("a whole number"), v.minValue(1), v.maxValue(6)),
      overlapMm: v.pipe(v.number(), v.minValue(0), v.maxValue(60, "an overlap is at most 60 mm")),
    }),
  ),
  /** Length of the class's rulers; left out: 300 mm. */
  rulerMm: v.optional(
    v.pipe(
      v.number(),
      v.minValue(50, "a ruler is at least 50 mm"),
      v.maxValue(2000, "a ruler is at most 2000 mm"),
    ),
  ),
});

export type Sheet = v.InferOutput<typeof SheetSchema>;

/** Addresses of the numbers of the sheet. */
export const numberOfSheet = numbersOf<Sheet>("sheet");

/** Sets a field of the sheet. */
export const setSheet = changesOf<Sheet>("sheet");

/** A4 and A3: ISO 216. Letter: ANSI/ASME Y14.1 (from memory). The squares: common practice, no published source. */
export const STANDARD_SHEETS = [
  { name: "A4, on its side", widthMm: 297, heightMm: 210 },
  { name: "A4, upright", widthMm: 210, heightMm: 297 },
  { name: "A3, on its side", widthMm: 420, heightMm: 297 },
  { name: "A3, upright", widthMm: 297, heightMm: 420 },
  { name: "Letter, on its side", widthMm: 279.4, heightMm: 215.9 },
  { name: "Letter, upright", widthMm: 215.9, heightMm: 279.4 },
  { name: "9 in square", widthMm: 228.6, heightMm: 228.6 },
  { name: "4 1⁄2 in square", widthMm: 114.3, heightMm: 114.3 },
] as const;
