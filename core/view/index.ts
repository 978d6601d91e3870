export type { Axis, Camera, Frame, SpacePoint, Vec3, View } from "./camera.ts";
export {
  AXES,
  DEFAULT_DISTANCE_OF_DIAGONAL,
  findGroundDepth,
  findVanishingPoint,
  paperToWorld,
  planView,
  requireFrame,
  runsWithPaper,
  vanishingPoint,
  worldToPaper,
} from "./camera.ts";
export type { Sheet } from "./sheet.ts";
export { SheetSchema, STANDARD_SHEETS } from "./sheet.ts";
export type { FrameSlice, ViewSlice } from "./view-slice.ts";
export { FrameSchema, impossibleInView, statedVanishingPoints, ViewSchema } from "./view-slice.ts";
