import { type Finding, formatLength } from "../base/index.ts";
import type { Move } from "../drafter/index.ts";
import {
  driftOf,
  type Hand,
  judgeComposition,
  judgeConeOfVision,
  judgeCrowding,
  judgeInterpenetrating,
  judgeKeepOut,
  judgeOffSheet,
  judgeRightAngles,
  judgeRulerReach,
  judgeSquashed,
  type PointDrift,
  USUAL_HAND,
  USUAL_RULER_MM,
} from "../judgements/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";
import type { DrawnLesson } from "./draw-lesson.ts";

/** Findings that look across the drawing: what will look wrong, be hard to draw, or not fit. Cheap enough for every edit. */
export function judgeDrawing({ program, view, paper, sheet, lesson }: DrawnLesson): Finding[] {
  const isDrill = lesson.plan.centre !== "none" && lesson.objects.every((o) => o.recipe === "box");
  return [
    ...judgeOffSheet(view),
    ...judgeConeOfVision(program.solids, view),
    ...judgeRightAngles(program.solids, view),
    ...judgeSquashed(program.solids, view),
    ...judgeCrowding(paper, view),
    ...judgeInterpenetrating(program.solids),
    ...judgeKeepOut(paper),
    ...judgeRulerReach(paper, view, sheet.rulerMm ?? USUAL_RULER_MM),
    ...judgeComposition(paper, program.solids, view, isDrill),
  ];
}

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
    const own: Move[] = moves.filter((m) => m.objectId === object.id && m.hand !== "erase");
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
