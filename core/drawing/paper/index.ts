export { drawPaper } from "./draw-paper.ts";
export type { Paper, PaperStroke, StandingStroke, StrokePiece } from "./paper.ts";
export { fillsAfter, isDot, paperAfter } from "./paper.ts";
export { PaperMemo } from "./paper-memo.ts";
export { seenFaces } from "./seen-faces.ts";
