import * as v from "valibot";

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
      v.minValue(4, "a printer does not reach nearer than about 4 mm to the paper's edge"),
      v.maxValue(30, "a border of more than 30 mm leaves too little of the page"),
    ),
  ),
});
export type HandOut = v.InferOutput<typeof HandOutSchema>;

/** Printers leave a border of up to about 6 mm unprinted; what is handed out keeps clear of it. */
export const USUAL_MARGIN_MM = 8;
