export { faceUnder, sharesOnFace } from "./face-under.ts";
export type { Handle, Measure } from "./handle.ts";
export { dragObjectHandle, objectHandles, objectMeasures } from "./object-handles.ts";
export { dragPaperHandle, paperHandles, paperMeasures, setMeasure } from "./paper-handles.ts";
export { type SnapTargets, snapTargets, snapTo } from "./snap.ts";
export { type Bounds, boundsOf, thingsInside, thingUnder } from "./thing-under.ts";
