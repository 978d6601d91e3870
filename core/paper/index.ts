export { drawPaper } from "./draw-paper.ts";
export type { Paper, PaperStroke, StandingStroke, StrokePiece } from "./paper.ts";
export { isDot, paperAfter } from "./paper.ts";
