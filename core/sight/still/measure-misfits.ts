import { isDot, type Paper } from "../../drawing/paper/index.ts";
import { distanceMm, pointOn } from "../../ground/geometry/index.ts";
import { type DrawnLine, findDrawnLine } from "./find-drawn-line.ts";
import type { StraightStill } from "./gray-image.ts";

/** A line of the lesson and the one found in the still that it should lie on. */
export interface Misfit {
  readonly strokeId: string;
  readonly objectId: string;
  readonly drawn: DrawnLine;
  /** The larger of the two ends' distances, in mm. */
  readonly offMm: number;
}

/** How far beside its place a line drawn by eye is still looked for. */
const SEARCH_MM = 6;

/**
 * How far every straight line that stands on the finished paper lies from the one seen in the still, the worst first.
 * Lines that are not seen there are left out: they may not be drawn yet.
 */
export function measureMisfits(
  still: StraightStill,
  paper: Paper,
  objectIds?: ReadonlySet<string>,
): Misfit[] {
  return paper.strokes
    .flatMap((stroke): Misfit[] => {
      if (isDot(stroke) || stroke.trace.kind !== "straight") return [];
      if (objectIds && !objectIds.has(stroke.objectId)) return [];
      const longest = stroke.pieces
        .filter((p) => p.part !== "tail" && p.diesAt === null)
        .map((p) => ({ from: pointOn(stroke.trace, p.from), to: pointOn(stroke.trace, p.to) }))
        .sort((a, b) => distanceMm(b.from, b.to) - distanceMm(a.from, a.to))[0];
      const drawn = longest && findDrawnLine(still, longest.from, longest.to, SEARCH_MM);
      if (!drawn) return [];
      const offMm = Math.max(Math.abs(drawn.offFromMm), Math.abs(drawn.offToMm));
      return [{ strokeId: stroke.id, objectId: stroke.objectId, drawn, offMm }];
    })
    .sort((a, b) => b.offMm - a.offMm);
}
