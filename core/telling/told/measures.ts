import type { FromEdge, SheetEdge } from "../../drawing/drafter/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { MM_PER_INCH } from "../../ground/lexicon/index.ts";
import type { EdgeMark, FromEdgeRead, Reading } from "./told.ts";

/** The finest marks a school ruler is read by: 1 mm, or the lesson's smallest fraction of an inch. */
export function rulerMarkMm(sheet: Pick<Sheet, "unit" | "smallestFraction">): number {
  return sheet.unit === "in" ? MM_PER_INCH / sheet.smallestFraction : 1;
}

/** A length off the marks by less than this is not worth an "about": a fifth of a pencil line. */
const ON_MARK_MM = 0.1;

/** The marks of the ruler nearest to a length, at least one where there is a length at all: nobody can draw 0 mm. */
export function nearestMarks(mm: number, markMm: number): number {
  const marks = Math.round(mm / markMm);
  return marks === 0 && mm > ON_MARK_MM ? 1 : marks;
}

/** A length as the ruler shows it, on its nearest mark. */
export function readingOf(mm: number, sheet: Sheet, kind: Reading["kind"] = "measured"): Reading {
  const mark = rulerMarkMm(sheet);
  const marks = nearestMarks(mm, mark);
  return { marks, kind, about: Math.abs(marks * mark - mm) > ON_MARK_MM, exactMm: mm };
}

/** A distance from an edge of the sheet, or out beyond it, never negative. */
export function fromEdgeRead({ edge, mm }: FromEdge, sheet: Sheet): FromEdgeRead {
  const across = edge === "left" || edge === "right";
  const whole = across ? sheet.widthMm : sheet.heightMm;
  if (mm < -ON_MARK_MM / 10) return { edge, out: true, reading: readingOf(-mm, sheet) };
  if (mm > whole + ON_MARK_MM / 10)
    return { edge: OTHER[edge], out: true, reading: readingOf(mm - whole, sheet) };
  return { edge, out: false, reading: readingOf(Math.max(0, mm), sheet) };
}

/** A mark on an edge of the sheet: on the level edges from the left, on the upright ones from the top. */
export function edgeMark(edge: SheetEdge, alongMm: number, sheet: Sheet): EdgeMark {
  const from = edge === "left" || edge === "right" ? "top" : "left";
  return { edge, from, reading: readingOf(alongMm, sheet) };
}

const OTHER: Readonly<Record<SheetEdge, SheetEdge>> = {
  left: "right",
  right: "left",
  top: "bottom",
  bottom: "top",
};
