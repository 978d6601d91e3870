export type { BoxSlice, Extent } from "./box-slice.ts";
export { BoxSchema } from "./box-slice.ts";
export { cornerName, solveBox } from "./box-solid.ts";
export { idSchema } from "./object-base.ts";
export type { ObjectSlice, PlannedSolid, Program } from "./plan-lesson.ts";
export { impossibleInObject, ObjectSchema, planLesson } from "./plan-lesson.ts";
export { SHEET_ID } from "./sheet-setup.ts";
