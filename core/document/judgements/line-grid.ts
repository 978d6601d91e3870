import type { PaperPoint } from "../../ground/geometry/index.ts";

interface Segment {
  readonly from: PaperPoint;
  readonly to: PaperPoint;
}

/** Side of a cell in mm: several pencil widths, so that what nearly touches lies in the same cell or the next. */
const CELL_MM = 5;

/**
 * Finds the segments that pass near a point, without asking all of them: each is entered in the cells it passes, a point
 * looks into its own cell and those around it. Near means within a cell's side; the caller measures.
 */
export class LineGrid<S extends Segment> {
  readonly #cells = new Map<number, S[]>();

  constructor(segments: readonly S[]) {
    for (const s of segments) {
      const [dx, dy] = [s.to.xMm - s.from.xMm, s.to.yMm - s.from.yMm];
      const steps = Math.max(1, Math.ceil((2 * Math.max(Math.abs(dx), Math.abs(dy))) / CELL_MM));
      let last = Number.NaN;
      for (let i = 0; i <= steps; i++) {
        const key = cellOf(s.from.xMm + (dx * i) / steps, s.from.yMm + (dy * i) / steps);
        if (key === last) continue;
        last = key;
        const cell = this.#cells.get(key);
        if (cell) cell.push(s);
        else this.#cells.set(key, [s]);
      }
    }
  }

  /** The segments in the cells around a point. */
  near(p: PaperPoint): ReadonlySet<S> {
    const found = new Set<S>();
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const s of this.#cells.get(cellOf(p.xMm + dx * CELL_MM, p.yMm + dy * CELL_MM)) ?? [])
          found.add(s);
    return found;
  }
}

/** One number for a cell: sheets and their surroundings stay far within a million cells either way. */
function cellOf(xMm: number, yMm: number): number {
  return Math.floor(xMm / CELL_MM) * 2_000_003 + Math.floor(yMm / CELL_MM);
}
