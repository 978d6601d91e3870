export { callFace } from "./call-face.ts";
export { GROUND_GROUP, MIRROR_GROUP, orderGroups } from "./depth-groups.ts";
export type { Block, Profile, ProfilePoint } from "./prism.ts";
export { assemble, ENDS, facetCount, pointInBlock, prism } from "./prism.ts";
export type { HidingFace, PaperBox } from "./sight.ts";
export {
  apart,
  arcTrace,
  boxOf,
  boxOfTrace,
  hidingFaces,
  planeDepth,
  shownStretches,
} from "./sight.ts";
export type { ArcEdge, Edge, Face, Solid } from "./solid.ts";
export {
  cornerAt,
  findFaceOnPaper,
  showingFaces,
  towardEye,
} from "./solid.ts";
