import { type HandOut, USUAL_MARGIN_MM } from "../../ground/plan/index.ts";
import type { Drawing, Mark } from "../../showing/display/index.ts";

/** A4: ISO 216. Letter: ANSI/ASME Y14.1 (from memory). Upright, mm. */
const PAGE_MM = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const;

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A part of a page, in the order in which it is read aloud. What only decorates or helps to cut is not read at all. */
export type PagePart =
  | { readonly reads: "title" | "heading" | "words"; readonly marks: readonly Mark[] }
  /** A picture, spoken of in a sentence. */
  | { readonly reads: "picture"; readonly alt: string; readonly marks: readonly Mark[] }
  | { readonly reads: "nothing"; readonly marks: readonly Mark[] };

/** A page to print, at true scale in mm, all that is on it finished. */
export interface Page {
  readonly size: Size;
  readonly parts: readonly PagePart[];
  /** What is on it, in a line. */
  readonly alt: string;
}

/** The paper in the printer, and the border kept white. */
export interface PaperInPrinter {
  readonly size: Size;
  readonly marginMm: number;
}

/** Words and the foot of a page stand this far within what can be printed on. */
export const INSET_MM = 6;

/** The paper of a hand-out, upright. */
export function paperInPrinter({ paper, marginMm = USUAL_MARGIN_MM }: HandOut): PaperInPrinter {
  return { size: PAGE_MM[paper], marginMm };
}

/** The same paper on its side. */
export function lyingDown(paper: PaperInPrinter): PaperInPrinter {
  const { width, height } = paper.size;
  return { ...paper, size: { width: height, height: width } };
}

/** What of a page can be printed on. */
export function printable({ size, marginMm }: PaperInPrinter) {
  return {
    x: marginMm,
    y: marginMm,
    width: size.width - 2 * marginMm,
    height: size.height - 2 * marginMm,
  };
}

/** A page as a drawing, for any pen. */
export function drawingOf({ size, parts, alt }: Page): Drawing {
  return { unit: "mm", box: { x: 0, y: 0, ...size }, marks: parts.flatMap((p) => p.marks), alt };
}
