export { phaseOf, unmetNeed } from "./order-moves.ts";
export type { DrawnAs, ObjectDrawing, PlannedSolid, Program } from "./plan-lesson.ts";
export { impossibleInObject, planLesson, withOtherDepthMark } from "./plan-lesson.ts";
export { SHEET_ID } from "./sheet-setup.ts";
export { type StandingThing, solveScene } from "./solve-scene.ts";
export { withToldNames } from "./told-names.ts";
