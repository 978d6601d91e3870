import type { Finding } from "../../ground/base/index.ts";
import {
  judgeCentreOfVision,
  judgeComposition,
  judgeConeOfVision,
  judgeCrowding,
  judgeDeliverable,
  judgeInterpenetrating,
  judgeKeepOut,
  judgeOffItsFace,
  judgeOffSheet,
  judgeRightAngles,
  judgeRulerReach,
  judgeSquashed,
  judgeStuckThrough,
  judgeTypedSizes,
  USUAL_RULER_MM,
} from "../judgements/index.ts";
import type { DrawnLesson } from "./draw-lesson.ts";

/** Findings that look across the drawing: what will look wrong, be hard to draw, or not fit. Cheap enough for every edit. */
export function judgeDrawing({ program, view, paper, sheet, lesson, objects }: DrawnLesson): Finding[] {
  // A class that finds the middle of the sheet first puts its horizon there on purpose.
  const isDrill = lesson.plan.centre !== "none";
  return [
    ...judgeOffSheet(view),
    ...judgeCentreOfVision(lesson.view, program.solids, view),
    ...judgeConeOfVision(program.solids, view),
    ...judgeRightAngles(program.solids, view),
    ...judgeSquashed(program.solids, view),
    ...judgeCrowding(paper, view),
    ...judgeInterpenetrating(program.solids),
    ...judgeStuckThrough(
      program.solids,
      new Set(objects.flatMap((o) => (o.recipe === "room" ? [o.id] : []))),
    ),
    ...judgeOffItsFace(program),
    ...judgeKeepOut(paper),
    ...judgeRulerReach(paper, view, sheet.rulerMm ?? USUAL_RULER_MM),
    ...judgeDeliverable(lesson.plan, objects, program.scene, view),
    ...(lesson.plan.ruler === "straight-edge" ? [] : judgeTypedSizes(objects, view)),
    ...judgeComposition(paper, program.solids, view, isDrill),
  ];
}
