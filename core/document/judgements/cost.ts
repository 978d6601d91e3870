import { isDot, type Paper } from "../../drawing/paper/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";

/** What a lesson asks of pencil and eraser. */
export interface Cost {
  readonly moves: number;
  readonly strokes: number;
  readonly drawnMm: number;
  readonly erasedMm: number;
}

/** Adds up the lines of a lesson: how many, how long, and how much of them is rubbed out again. */
export function costOf(paper: Paper, moves: number): Cost {
  let [strokes, drawnMm, erasedMm] = [0, 0, 0];
  for (const s of paper.strokes) {
    if (isDot(s) || s.pieces.length === 0) continue;
    strokes++;
    const whole = distanceMm(s.from, s.to);
    for (const p of s.pieces) {
      const length = whole * (p.to - p.from);
      drawnMm += length;
      if (p.diesAt !== null) erasedMm += length;
    }
  }
  return { moves, strokes, drawnMm, erasedMm };
}
