export { along, Drafter } from "./drafter.ts";
export type { Evaluation, MakesOnly } from "./evaluate.ts";
export { evaluate } from "./evaluate.ts";
export type {
  Aim,
  EdgeLineId,
  FromEdge,
  Hand,
  LineMade,
  LineRule,
  Move,
  PointMade,
  PointRule,
  SheetCorner,
  SheetEdge,
  StrokePlan,
  StrokeRole,
} from "./move.ts";
export { edgeOfSheet, needsOf } from "./move.ts";
export { NO_SLIPS, type Slips } from "./slips.ts";
export type { SlopeMark } from "./slope-marks.ts";
export { LONGEST_TAPE_MM, slopeMarks, tapeNeeded } from "./slope-marks.ts";
