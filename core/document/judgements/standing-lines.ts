import { isDot, type Paper, type PaperStroke } from "../../drawing/paper/index.ts";
import { between, type PaperPoint } from "../../ground/geometry/index.ts";

/** A straight stretch that stands on the finished sheet. */
export interface StandingLine {
  readonly stroke: PaperStroke;
  readonly from: PaperPoint;
  readonly to: PaperPoint;
}

/** The straight strokes that stand at the end, cut to their visible stretches; the horizon is none of them. */
export function standingLines(paper: Paper): StandingLine[] {
  return paper.strokes.flatMap((stroke) => {
    if (stroke.trace.kind !== "straight" || isDot(stroke) || stroke.role === "horizon") return [];
    return stroke.pieces
      .filter((p) => p.diesAt === null && p.part !== "tail")
      .map((p) => ({
        stroke,
        from: between(stroke.from, stroke.to, p.from),
        to: between(stroke.from, stroke.to, p.to),
      }));
  });
}

export function isOutline(s: PaperStroke): boolean {
  return s.role === "outline";
}
