export type { Anchor, Anchors } from "./anchor.ts";
export { AnchorsSchema } from "./anchor.ts";
export { anchorAt, type Carried, carryAnchors, wordCarrier } from "./carry-anchors.ts";
export {
  type EditMap,
  editMap,
  heldIn,
  holdsIn,
  lessonToSource,
  nearestLesson,
  sourceToLesson,
  speedAt,
} from "./edit-map.ts";
export { type Edit, EditsSchema } from "./edits.ts";
export { handTimesMs, waitMs } from "./estimate.ts";
export {
  captionAt,
  captionsInLesson,
  captionsOfScript,
  writeChapterList,
  writeChapters,
  writeEdl,
  writeOtio,
  writeScheduleCsv,
  writeStepCues,
} from "./export-times.ts";
export type { MoveTiming } from "./fit-moves.ts";
export { judgeSync } from "./judge-sync.ts";
export { type PacePoint, paceCurve } from "./pace-curve.ts";
export { type Part, partsOf } from "./parts.ts";
export {
  AT_THE_START,
  carriedOver,
  type Orders,
  type Playback,
  type PlaybackEvent,
  playOn,
  sourceMsOf,
  type Timeline,
  timelineOf,
  timelineWithoutTake,
} from "./playback.ts";
export { holdPlaces, proposeHolds } from "./propose-holds.ts";
export type { Schedule, StepWindow } from "./schedule-steps.ts";
export { scheduleSteps, windowAt } from "./schedule-steps.ts";
export {
  type StrokeInRecording,
  startsInRecording,
  strokesInRecording,
  strokesOf,
} from "./starts-in-recording.ts";
export { addressAt, type VideoAddress, VideoAddressSchema } from "./video-address.ts";
