import type { Move } from "../../drawing/drafter/index.ts";
import { type ObjectDrawing, withOtherDepthMark } from "../../drawing/program/index.ts";
import { setObject } from "../../drawing/recipes/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { type Finding, formatSmallLength } from "../../ground/base/index.ts";
import { driftOf, type Hand, type PointDrift, USUAL_HAND } from "../judgements/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** A corner that strays further than this shows; common practice, no published source. */
const SHOWS_MM = 2;

/** The expected error of every point, object by object in drawing order, and a finding where one will show. */
export function judgeDrift(
  {
    moves,
    view,
    evaluation,
    lesson,
    program,
  }: Pick<ComputedLesson, "moves" | "view" | "evaluation" | "lesson" | "program">,
  hand: Hand = USUAL_HAND,
): { points: readonly PointDrift[]; findings: readonly Finding[] } {
  const points: PointDrift[] = [];
  const findings: Finding[] = [];
  const movesOf = new Map<string, Move[]>(lesson.objects.map(({ id }) => [id, []]));
  for (const move of moves) if (move.hand !== "erase") movesOf.get(move.objectId ?? "")?.push(move);
  for (const object of lesson.objects) {
    const own = movesOf.get(object.id) ?? [];
    if (own.length === 0) continue;
    const drift = driftOf(own, view, evaluation, hand);
    points.push(...drift);
    const worst = drift.reduce<PointDrift | null>(
      (w, p) => (w && w.expectedMm >= p.expectedMm ? w : p),
      null,
    );
    if (!worst || worst.expectedMm < SHOWS_MM) continue;
    const drawing = program.drawings.get(object.id);
    const better = drawing && halvedBy(drawing, worst.expectedMm, view, evaluation, hand);
    findings.push({
      code: "drifts",
      severity: "note",
      about: object.id,
      message: `By hand the ${worst.called} of the ${object.label} will stray by about ${formatSmallLength(worst.expectedMm, view.sheet)}: ${Math.round(worst.weakestShare * 100)} % of that comes from "${worst.weakestMove}". ${
        better
          ? `With its depth marked from the ${better.from} instead, it would be ${formatSmallLength(better.expectedMm, view.sheet)}.`
          : "Draw that one with most care: marking its depth elsewhere would not halve it."
      }`,
      ...(better
        ? {
            fix: {
              label: `Mark the depth from the ${better.from}`,
              changes: [setObject(object.id, "depthMark", better.depthMark)],
            },
          }
        : {}),
      numbers: {
        expectedMm: worst.expectedMm,
        weakestShare: worst.weakestShare,
        ...(better ? { otherwiseMm: better.expectedMm } : {}),
      },
    });
  }
  return { points, findings };
}

/** Guides a depth can be marked on. */
const GUIDES = [0, 1, 2, 3] as const;

/** Another place for the depth mark that halves the worst drift of a thing, or null. */
function halvedBy(
  drawing: ObjectDrawing,
  worstMm: number,
  view: View,
  known: ComputedLesson["evaluation"],
  hand: Hand,
): { depthMark: (typeof GUIDES)[number]; from: string; expectedMm: number } | null {
  for (const depthMark of GUIDES) {
    if (depthMark === (drawing.standing.object.depthMark ?? 0)) continue;
    const moves = withOtherDepthMark(drawing, view, depthMark);
    const expectedMm = Math.max(0, ...driftOf(moves, view, known, hand).map((p) => p.expectedMm));
    const mark = moves.flatMap((m) => m.points).find((p) => p.rule.kind === "part-way-to-vp");
    const from = mark?.rule.kind === "part-way-to-vp" ? mark.rule.from : "";
    const called = moves.flatMap((m) => m.points).find((p) => p.id === from)?.called ?? from;
    if (expectedMm > 0 && expectedMm < worstMm / 2) return { depthMark, from: called, expectedMm };
  }
  return null;
}
