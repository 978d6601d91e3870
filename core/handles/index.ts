export { boxHandles, boxMeasures, dragBoxHandle } from "./box-handles.ts";
export type { Handle, HandleWay, Measure } from "./handle.ts";
export { duplicateObject, moveInDepth, moveInOrder, putBox } from "./object-changes.ts";
export { dragPaperHandle, paperHandles, paperMeasures, setMeasure } from "./paper-handles.ts";
export { placeStep, setCorners, setNarration, setVideo, startingCorners } from "./take-changes.ts";
