export { findDrawnLine } from "./find-drawn-line.ts";
export { courseOf, type SheetCourse, type SheetSighting } from "./follow-sheet.ts";
export { type GrayImage, grayOf, type StraightStill, straighten } from "./gray-image.ts";
export { type Misfit, measureMisfits } from "./measure-misfits.ts";
export { findSides } from "./sheet-edges.ts";
export { tonesOf } from "./sheet-tones.ts";
export { findSheet, type GuessSheet, sheetWatcher } from "./watch-sheet.ts";
