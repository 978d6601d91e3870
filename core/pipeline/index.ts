export type { ComputedLesson } from "./compute-lesson.ts";
export { computeLesson } from "./compute-lesson.ts";
export type { DrawnLesson } from "./draw-lesson.ts";
export { drawLesson } from "./draw-lesson.ts";
export type { LessonState, PlaceName } from "./lesson-state.ts";
export { readiness, stateOf } from "./lesson-state.ts";
