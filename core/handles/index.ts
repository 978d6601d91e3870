export type { Handle, HandleWay, Measure } from "./handle.ts";
export { duplicateObject, moveInDepth, moveInOrder } from "./object-changes.ts";
export { dragObjectHandle, objectHandles, objectMeasures } from "./object-handles.ts";
export { type ObjectOption, objectOptions } from "./object-options.ts";
export { dragPaperHandle, paperHandles, paperMeasures, setMeasure } from "./paper-handles.ts";
export { NEEDS_HOST, type Put, putObject } from "./put-object.ts";
export { placeStep, setCorners, setNarration, setVideo, startingCorners } from "./take-changes.ts";
export { squareObject, takeAway, turningOf, turnObject } from "./turn-object.ts";
export { changeViewKind, VIEW_KINDS, type ViewKind, viewKindOf } from "./view-changes.ts";
