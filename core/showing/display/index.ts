export { arrowHead } from "./aim-marks.ts";
export { type Box, boundsOf, cornersOf, holds, nearestIn, overlap } from "./box.ts";
export { type CanvasSurface, canvasPen } from "./canvas-pen.ts";
export { clipMarks } from "./clip-marks.ts";
export { compareDrawings } from "./compare-drawings.ts";
export { drawSlip } from "./draw-slip.ts";
export { drawState, drawStep, isNew, sheetMark } from "./draw-state.ts";
export {
  explainStep,
  frameOfStep,
  type SheetToExplain,
  type StepFrame,
} from "./explain-step.ts";
export { filledBox } from "./filled-box.ts";

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
export type { Medium } from "./ink.ts";
export { labelMarks } from "./label-marks.ts";

export type { Colour, Drawing, Ink, Mark, Spot } from "./mark.ts";
export { strokeIdOf } from "./mark.ts";
export { placeMeasures } from "./measure-places.ts";
export { carryMarks, spotsOf } from "./move-mark.ts";
export { BLACK_PALETTE, FILL_OPACITY, PAPER_PALETTE, PRINT_PALETTE } from "./palette.ts";
export { drawWith, type Pen } from "./pen.ts";
export { sameMark } from "./same-mark.ts";
export type { SheetInPicture } from "./sheet-in-picture.ts";
export { fillMarks, strokeMarks } from "./stroke-marks.ts";
export type { SvgElement } from "./svg.ts";
export { escapeXml, svgPen, toSvg, writeElement } from "./svg.ts";

export { CAP_HEIGHT, widthOfText } from "./text-width.ts";
export { marksToPicture, toPicture } from "./to-picture.ts";
export { toolMarks } from "./tool-marks.ts";
export { turnDrawing } from "./turn-drawing.ts";
export { LEADING, type MeasureText, wrap } from "./wrap.ts";
export { ring } from "./written-signs.ts";
