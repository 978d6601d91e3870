export { cardMark } from "./cards/card-mark.ts";
export { type Card, makeCards } from "./cards/cards.ts";
export { firstPage } from "./first-page.ts";
export { type HandedOutPages, layHandOut, printsOf } from "./hand-out.ts";
export type { Printed, ShownPages, Source } from "./laid.ts";
export { kitOf } from "./lists/kit-pages.ts";
export { wordsUsed } from "./lists/recap-pages.ts";
export { drawingOf, type Page, type PagePart } from "./page.ts";

export { type PrintState, printAgain, stateOfPrinted } from "./printed.ts";
export { OVERLAP_MM } from "./sheets/tiles.ts";
export { WORKSHEETS } from "./sheets/worksheet.ts";
export { lessonForHand, sourceOf } from "./source-of.ts";
export { slopeStrips } from "./templates/slope-strips.ts";
export { tapedPoints } from "./templates/tape-strips.ts";
export { tickStrips } from "./templates/tick-strips.ts";
export { varyLesson } from "./variants/vary-lesson.ts";
export {
  CALLED,
  HAND_OUTS,
  type HandOutKind,
  type HandOutWish,
  HandOutWishSchema,
  OF_CARDS,
  USUAL_ROWS,
} from "./wish.ts";
