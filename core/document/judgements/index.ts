export { judgeCentreOfVision } from "./centre-taken.ts";
export { judgeComposition } from "./composition.ts";
export { coneRadiusMm, judgeConeOfVision } from "./cone-of-vision.ts";

export { costOf } from "./cost.ts";
export { judgeCrowding } from "./crowding.ts";
export { countThings, judgeDeliverable } from "./deliverable.ts";
export type { Hand, PointDrift } from "./drift.ts";
export { driftOf, sourcesOf, USUAL_HAND } from "./drift.ts";
export { judgeInterpenetrating } from "./interpenetrating.ts";
export { judgeKeepOut } from "./keep-out.ts";
export { judgeOffItsFace } from "./off-its-face.ts";
export { judgeOffSheet, vanishingPoints } from "./off-sheet.ts";
export {
  depthsOntoMarks,
  judgeRounding,
  judgeTypedSizes,
  placesMovedByRounding,
  withMarks,
} from "./off-the-marks.ts";
export { judgeRightAngles } from "./right-angles.ts";
export { judgeRulerReach, USUAL_RULER_MM } from "./ruler-reach.ts";
export { judgeSquashed } from "./squashed.ts";
export { judgeStuckThrough } from "./stuck-through.ts";
