export { canMirror, mirrorCopy, nudge, setMark, standInRow } from "./arrange.ts";
export { type FaceUnder, faceUnder, sharesOnFace } from "./face-under.ts";
export { addFrame, frameIsUsed, removeFrame } from "./frame-changes.ts";
export type { Handle, HandleWay, Measure } from "./handle.ts";
export { duplicateObject, moveInDepth, moveInOrder } from "./object-changes.ts";
export { dragObjectHandle, objectHandles, objectMeasures } from "./object-handles.ts";
export { type ObjectOption, objectOptions, setOption } from "./object-options.ts";
export { dragPaperHandle, paperHandles, paperMeasures, setMeasure } from "./paper-handles.ts";
export { type Construction, NEEDS_HOST, type Put, putObject, recipeFor } from "./put-object.ts";
export { type Join, joinOf, joinSheets, singleSheet, standardSizeOf } from "./sheet-changes.ts";
export { type Snapped, type SnapTargets, snapTargets, snapTo } from "./snap.ts";
export { cutStep, joinStep, sayOfStep } from "./step-changes.ts";
export {
  addTake,
  freeTakeId,
  goToTake,
  placeStep,
  placeSteps,
  placeStroke,
  setCorners,
  setEdits,
  setNarration,
  setVideo,
  startingCorners,
  takeFromCaptions,
} from "./take-changes.ts";
export { type Bounds, boundsOf, thingsInside, thingUnder } from "./thing-under.ts";
export { squareObject, takeAway, turningOf, turnObject } from "./turn-object.ts";
export { changeViewKind, VIEW_KINDS, type ViewKind, viewKindOf } from "./view-changes.ts";
