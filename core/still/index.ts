export { type DrawnLine, findDrawnLine } from "./find-drawn-line.ts";
export { type GrayImage, grayOf, type StraightStill, straighten } from "./gray-image.ts";
export { type Misfit, measureMisfits, SAME_MM } from "./measure-misfits.ts";
