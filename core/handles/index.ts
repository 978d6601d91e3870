export type { Handle, HandleWay, Measure } from "./handle.ts";
export { duplicateObject, moveInDepth, moveInOrder, putBox } from "./object-changes.ts";
export { dragObjectHandle, objectHandles, objectMeasures } from "./object-handles.ts";
export { dragPaperHandle, paperHandles, paperMeasures, setMeasure } from "./paper-handles.ts";
export { placeStep, setCorners, setNarration, setVideo, startingCorners } from "./take-changes.ts";
