export type { ComputedLesson } from "./compute-lesson.ts";
export { computeLesson } from "./compute-lesson.ts";
export type { DrawnLesson } from "./draw-lesson.ts";
export { drawLesson } from "./draw-lesson.ts";
export { judgeDrawing, judgeDrift } from "./judge-lesson.ts";
export type { LessonState, PlaceName } from "./lesson-state.ts";
export { readiness, stateOf } from "./lesson-state.ts";
export type { Proposal } from "./propose.ts";
export { proposeOrder, proposeVanishingPoints } from "./propose.ts";
