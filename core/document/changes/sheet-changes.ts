import { type Sheet, STANDARD_SHEETS, setSheet } from "../../drawing/view/index.ts";
import type { Change } from "../../ground/base/index.ts";

/** How sheets are laid together: so many across and down, each over the next by the overlap. */
export interface Join {
  readonly across: number;
  readonly down: number;
  readonly overlapMm: number;
}

const ALONE: Join = { across: 1, down: 1, overlapMm: 15 };

export function joinOf(sheet: Sheet): Join {
  return sheet.joined ?? ALONE;
}

/** One of the sheets that are joined, or the sheet itself. */
export function singleSheet(sheet: Sheet): { widthMm: number; heightMm: number } {
  const { across, down, overlapMm } = joinOf(sheet);
  const one = (whole: number, n: number) => round((whole + (n - 1) * overlapMm) / n);
  return { widthMm: one(sheet.widthMm, across), heightMm: one(sheet.heightMm, down) };
}

/** Lays sheets of one size together. The drawing stays where it is, from the upper left corner. */
export function joinSheets(one: { widthMm: number; heightMm: number }, join: Join): Change[] {
  const whole = (mm: number, n: number) => round(n * mm - (n - 1) * join.overlapMm);
  const alone = join.across === 1 && join.down === 1;
  return [
    setSheet("widthMm", whole(one.widthMm, join.across)),
    setSheet("heightMm", whole(one.heightMm, join.down)),
    setSheet("joined", alone ? null : { ...join }),
  ];
}

/** Index of the standard size that is used, alone or joined; −1 for a size of one's own. */
export function standardSizeOf(sheet: Sheet): number {
  const one = singleSheet(sheet);
  return STANDARD_SHEETS.findIndex(
    (s) => Math.abs(s.widthMm - one.widthMm) < 0.01 && Math.abs(s.heightMm - one.heightMm) < 0.01,
  );
}

function round(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}
