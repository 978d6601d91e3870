export { type DrawnLine, findDrawnLine } from "./find-drawn-line.ts";
export { cornersApart, courseOf, type SheetCourse, type SheetSighting } from "./follow-sheet.ts";
export { type GrayImage, grayOf, type StraightStill, straighten } from "./gray-image.ts";
export { type Misfit, measureMisfits, SAME_MM } from "./measure-misfits.ts";
export { findSides, type SheetSeen } from "./sheet-edges.ts";
export { tonesOf } from "./sheet-tones.ts";
export { findSheet, type GuessSheet, sheetWatcher } from "./watch-sheet.ts";
