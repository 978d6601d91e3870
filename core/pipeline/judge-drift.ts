import { type Finding, formatLength } from "../base/index.ts";
import { driftOf, type Hand, type PointDrift, USUAL_HAND } from "../judgements/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** A corner that strays further than this shows; common practice, no published source. */
const SHOWS_MM = 2;

/** The expected error of every point, object by object in drawing order, and a finding where one will show. */
export function judgeDrift(
  { moves, view, evaluation, lesson }: ComputedLesson,
  hand: Hand = USUAL_HAND,
): { points: readonly PointDrift[]; findings: readonly Finding[] } {
  const points: PointDrift[] = [];
  const findings: Finding[] = [];
  for (const object of lesson.objects) {
    const own = moves.filter((m) => m.objectId === object.id && m.hand !== "erase");
    if (own.length === 0) continue;
    const drift = driftOf(own, view, evaluation, hand);
    points.push(...drift);
    const worst = drift.reduce<PointDrift | null>(
      (w, p) => (w && w.expectedMm >= p.expectedMm ? w : p),
      null,
    );
    if (!worst || worst.expectedMm < SHOWS_MM) continue;
    findings.push({
      code: "drifts",
      severity: "note",
      about: object.id,
      message: `By hand the ${worst.called} of the ${object.label} will stray by about ${formatLength(worst.expectedMm, view.sheet)}: ${Math.round(worst.weakestShare * 100)} % of that comes from "${worst.weakestMove}". Draw that one with most care, or find the point another way.`,
      numbers: { expectedMm: worst.expectedMm, weakestShare: worst.weakestShare },
    });
  }
  return { points, findings };
}
