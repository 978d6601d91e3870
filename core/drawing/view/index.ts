export { callFrame } from "./call-frame.ts";
export { callHeightPoint, callVanishingPoint } from "./call-vanishing-point.ts";
export type { Axis, Camera, Frame, SpacePoint, Vec3, View } from "./camera.ts";
export {
  AXES,
  findGroundDepth,
  findVanishingPoint,
  measuringPoints,
  paperToWorld,
  planView,
  runsWithPaper,
  seenAt,
  vanishingPoint,
  worldToPaper,
} from "./camera.ts";
export { centreOfVision } from "./centre-of-vision.ts";
export { requireFrame, turnedFrameId } from "./frames.ts";
export type { Sheet } from "./sheet.ts";
export { numberOfSheet, SheetSchema, STANDARD_SHEETS, setSheet } from "./sheet.ts";
export { add, cross, dot, minus, scaled, sizeOf, unit } from "./space.ts";
export type { ViewSlice } from "./view-slice.ts";
export {
  impossibleInView,
  numberOfFrame,
  numberOfView,
  setFrame,
  setView,
  statedVanishingPoints,
  ViewSchema,
} from "./view-slice.ts";
