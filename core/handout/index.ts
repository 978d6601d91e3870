export { cardMark, isOlderMark, type MarkedCard, markOf } from "./cards/card-mark.ts";
export { type CardWish, type HandedOut, layCardPages } from "./cards/card-pages.ts";
export { type Card, makeCards } from "./cards/cards.ts";
export {
  firstPage,
  type HandedOutPages,
  layHandOut,
  lessonForHand,
  printsOf,
  sourceOf,
  USUAL_ROWS,
  videoAtOf,
} from "./hand-out.ts";
export type { Laid, Printed, Source, Tools } from "./laid.ts";
export { wordsUsed } from "./lists/recap-pages.ts";
export { drawingOf, PAGE_MM, type Page, type PagePart, paperInPrinter, printable } from "./page.ts";
export {
  type LoggedPrint,
  OF_CARDS,
  type PrintAgain,
  type PrintState,
  printAgain,
  stateOfPrinted,
} from "./printed.ts";
export { layTrueScale, OVERLAP_MM } from "./sheets/true-scale.ts";
export { WORKSHEETS, type WorksheetKind } from "./sheets/worksheet.ts";
export { slopeStrips } from "./templates/slope-strips.ts";
export { tapedPoints } from "./templates/tape-strips.ts";
export { tickStrips } from "./templates/tick-strips.ts";
export { measuredSteps } from "./variants/variant-pages.ts";
export { type Variant, varyLesson } from "./variants/vary-lesson.ts";
export { CALLED, HAND_OUTS, type HandOutKind, type HandOutWish, HandOutWishSchema } from "./wish.ts";
