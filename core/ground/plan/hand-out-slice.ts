import * as v from "valibot";

const LEAST_MARGIN_MM = 4;
const MOST_MARGIN_MM = 30;

/** A border that can be printed with nearest to a width, in mm. */
export const boundedMargin = (mm: number): number => Math.min(MOST_MARGIN_MM, Math.max(LEAST_MARGIN_MM, mm));

/** How what is handed out is printed: saved with the lesson. */
export const HandOutSchema = v.strictObject({
  paper: v.picklist(["a4", "letter"]),
  cardsPerPage: v.picklist([1, 2, 4, 6]),
  /** As they are taught, with help that fades, or each with all its words; left out: as they are taught. */
  words: v.optional(v.picklist(["as-taught", "full"])),
  /** For the other hand than the one the lesson is filmed with; left out: as it is filmed. */
  hand: v.optional(v.picklist(["right", "left"])),
  /** Black and greys only; left out: with the one warm colour. */
  colour: v.optional(v.picklist(["black"])),
  /** White border on every side, mm; left out: 8. */
  marginMm: v.optional(
    v.pipe(
      v.number(),
      v.minValue(LEAST_MARGIN_MM, "a printer does not reach nearer than about 4 mm to the paper's edge"),
      v.maxValue(MOST_MARGIN_MM, "a border of more than 30 mm leaves too little of the page"),
    ),
  ),
});
export type HandOut = v.InferOutput<typeof HandOutSchema>;

/** Printers leave a border of up to about 6 mm unprinted; what is handed out keeps clear of it. */
export const USUAL_MARGIN_MM = 8;
