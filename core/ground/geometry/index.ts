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
export { overlap, overlaps, sortRising, subtract, unite } from "./interval.ts";
export type { Region } from "./polygon.ts";
export { clipToSheet, insideRegion, regionContains, thicknessMm } from "./polygon.ts";
export { areaMm2, cutAway, inBoth, together, whereAbove } from "./region-cut.ts";
export type { PlaneDepth, Trace } from "./trace.ts";
export { isPoint, pointOn, pointsAlong, sharesOnLine, stretchesBehind, traceLengthMm } from "./trace.ts";
