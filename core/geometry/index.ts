export type { HLine, HPoint, PaperPoint, PicturePoint } from "./homogeneous.ts";
export {
  angleBetweenRad,
  between,
  distanceMm,
  findPaperPoint,
  hDirection,
  hPoint,
  join,
  meet,
} from "./homogeneous.ts";
export type { CornersPx, Matrix3 } from "./homography.ts";
export { findPaperToPicture, paperToPicture } from "./homography.ts";
export type { Interval } from "./interval.ts";
export { overlap, subtract, unite, wherePositive } from "./interval.ts";
export type { Region } from "./polygon.ts";
export { clipToSheet, insideRegion, regionContains, thicknessMm } from "./polygon.ts";
