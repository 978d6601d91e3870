export { arrowHead } from "./aim-marks.ts";
export { layAnswerPages } from "./answer-pages.ts";
export { type Box, boundsOf, holds, overlap } from "./box.ts";
export { type CanvasSurface, canvasPen } from "./canvas-pen.ts";
export { cardMark, isOlderMark, type MarkedCard } from "./card-mark.ts";
export { type HandedOut, layCardPages } from "./card-pages.ts";
export type { Card, CardState, PrintedCard } from "./cards.ts";
export { makeCards, stateOfPrinted } from "./cards.ts";
export { compareDrawings, type FinishedSheet } from "./compare-drawings.ts";
export { drawSlip } from "./draw-slip.ts";
export { drawState, drawStep, sheetMark } from "./draw-state.ts";
export { type Explained, explainStep, type Room } from "./explain-step.ts";
export { filledBox } from "./filled-box.ts";
export type { Frame, FrameOptions } from "./frame-at.ts";
export { frameAt } from "./frame-at.ts";
export {
  drawnMarks,
  type FrameSource,
  type Moment,
  momentAt,
  standingMarks,
  toComeMarks,
  toolsAt,
  underWayMarks,
} from "./frame-parts.ts";
export { actsBegun, stepSigns } from "./frame-signs.ts";
export type { Emphasis, Medium } from "./ink.ts";
export { type ActSigns, labelMarks, type SignKind, signsByAct } from "./label-marks.ts";
export { placeLabels } from "./label-places.ts";
export type { Colour, Drawing, Ink, Mark, Spot } from "./mark.ts";
export { strokeIdOf } from "./mark.ts";
export { type MeasurePlaces, placeMeasures } from "./measure-places.ts";
export { carryMarks, spotsOf } from "./move-mark.ts";
export { type HandOut, HandOutSchema, type MeasureText, wrap } from "./page.ts";
export { FILL_OPACITY, PAPER_PALETTE, PRINT_PALETTE } from "./palette.ts";
export { drawWith, type MarkOf, type Pen } from "./pen.ts";
export { sameMark } from "./same-mark.ts";
export type { SheetInPicture } from "./sheet-in-picture.ts";
export { fillMarks, strokeMarks } from "./stroke-marks.ts";
export type { SvgElement } from "./svg.ts";
export { svgPen, toSvg } from "./svg.ts";
export { CAP_HEIGHT, widthOfText } from "./text-width.ts";
export { marksToPicture, toPicture } from "./to-picture.ts";
export { type ToolsAt, toolMarks } from "./tool-marks.ts";
export { turnDrawing } from "./turn-drawing.ts";
export { ring } from "./written-signs.ts";
