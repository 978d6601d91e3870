export { applyChanges, MOST_CHANGES } from "./apply-changes.ts";
export { canMirror, mirrorCopy, nudge, setMark, standInRow } from "./arrange.ts";
export { setDrawingOrder } from "./change-of.ts";
export { addFrame, frameIsUsed, removeFrame } from "./frame-changes.ts";
export { furtherThings, goOverAlso } from "./further-things.ts";
export { setHandOut } from "./hand-out-changes.ts";
export { duplicateObject, moveInDepth, moveInOrder, moveToPlace } from "./object-changes.ts";
export { setOverlay, showLayer } from "./overlay-changes.ts";
export {
  CHOOSABLE,
  type Choosable,
  type Construction,
  findChoosable,
  type Put,
  putObject,
} from "./put-object.ts";
export {
  addSheetMove,
  setCorners,
  setSheetMoves,
  setTones,
  startingCorners,
  takeFollowedSheet,
  takeFoundSheet,
  takeSheetMoveAway,
  turnedByQuarter,
} from "./registration-changes.ts";
export { sampleLesson } from "./sample-lesson.ts";
export { setOption } from "./set-option.ts";
export { joinOf, joinSheets, singleSheet, standardSizeOf } from "./sheet-changes.ts";
export { standChoices, standOn } from "./stand-on.ts";
export { cutStep, joinStep, sayOfStep } from "./step-changes.ts";
export {
  addTake,
  followPlaces,
  goToTake,
  pinnedWords,
  setAddress,
  setEdits,
  setNarration,
  setVideo,
  takeFromCaptions,
  tieStep,
  tieSteps,
  tieStroke,
} from "./take-changes.ts";
export { putTask, setTask, takeTaskAway, tasksInOrder } from "./task-changes.ts";
export { touching } from "./touching.ts";
export { squareObject, takeAway, turningOf, turnObject } from "./turn-object.ts";
export { changeViewKind, VIEW_KINDS, type ViewKind, viewKindOf } from "./view-changes.ts";
