import * as v from "valibot";

export const HandOutSchema = v.strictObject({
  paper: v.picklist(["a4", "letter"]),
  cardsPerPage: v.picklist([1, 2, 4, 6]),
  /** As they are taught, with help that fades, or each with all its words; left out: as they are taught. */
  words: v.optional(v.picklist(["as-taught", "full"])),
});
export type HandOut = v.InferOutput<typeof HandOutSchema>;

/** Width of a text in the drawing's unit, measured with the fonts that will be printed. */
export type MeasureText = (text: string, size: number, weight: "regular" | "bold") => number;

/** A4: ISO 216. Letter: ANSI/ASME Y14.1 (from memory). Upright, mm. */
export const PAGE_MM = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const;

/** Printers leave a border of up to about 6 mm unprinted; what is handed out keeps clear of it. */
export const MARGIN_MM = 8;

/** From one baseline to the next, in the text's size. */
export const LEADING = 1.32;

/**
 * Greedy lines at spaces; a no-break space keeps a reading together. A word wider than the line stands alone. Words are
 * measured one by one: letters fit themselves to their neighbours inside a word, hardly across a space.
 */
export function wrap(
  text: string,
  width: number,
  size: number,
  weight: "regular" | "bold",
  measure: MeasureText,
): string[] {
  const gap = measure(" ", size, weight);
  const lines: string[] = [];
  let line = "";
  let filled = 0;
  for (const word of text.split(" ").filter(Boolean)) {
    const wide = measure(word, size, weight);
    if (line !== "" && filled + gap + wide > width) {
      lines.push(line);
      line = word;
      filled = wide;
    } else {
      line = line === "" ? word : `${line} ${word}`;
      filled += line === word ? wide : gap + wide;
    }
  }
  if (line !== "") lines.push(line);
  return lines;
}
