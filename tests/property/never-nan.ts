import type { ComputedLesson } from "#core/document/pipeline";
import { holds } from "../holds.ts";
import type { Ruled } from "./ruled.ts";

/** Fails where a lesson is drawn or timed with a number that is none, or with a piece outside its stroke. */
export function neverNaN(computed: ComputedLesson): void {
  drawnWithoutNaN(computed);
  for (const m of computed.schedule.moves)
    holds(m.endMs >= m.startMs && Number.isInteger(m.startMs), () => `${m.startMs}–${m.endMs} ms`);
  for (const s of computed.steps) holds(s.title.length > 0, () => `step ${s.number} has no title`);
}

/** The same of the drawing alone. */
export function drawnWithoutNaN({ evaluation, paper }: Ruled): void {
  for (const [id, p] of evaluation.points) holds(p.every(Number.isFinite), () => id);
  for (const s of paper.strokes) {
    holds([s.from.xMm, s.from.yMm, s.to.xMm, s.to.yMm].every(Number.isFinite), () => s.id);
    for (const piece of s.pieces)
      holds(piece.from >= 0 && piece.to <= 1 && piece.from <= piece.to, () => s.id);
  }
  for (const f of paper.fills)
    for (const { region } of f.pieces)
      holds(
        region.flat().every((p) => Number.isFinite(p.xMm) && Number.isFinite(p.yMm)),
        () => f.id,
      );
}
