import type { Paper, PaperStroke } from "../../drawing/paper/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { drawnMarks, type Mark } from "../display/index.ts";

/** In a wait each line is drawn so slowly, with a breath after it, and a longer one before it all begins anew. */
const LINE_MS = 2600;
const BREATH_MS = 400;
const ROUND_END_MS = 1800;
/** It goes on by so much at a time: slow lines need no more pictures than ten a second. */
export const AGAIN_STEP_MS = 100;

/** How little is seen of a line that is not drawn yet in this round. */
const WAITING = 0.35;

/** The lines of a step drawn again, round and round, for those who fell behind; mm on the paper. */
export function drawnAgain(paper: Paper, step: Step, sinceMs: number): { still: Mark[]; live: Mark[] } {
  const strokes = paper.strokes.filter(
    (s) => s.moveIndex >= step.firstMove && s.moveIndex <= step.lastMove && s.pieces.length > 0,
  );
  if (strokes.length === 0) return { still: [], live: [] };
  const each = LINE_MS + BREATH_MS;
  const at = sinceMs % (strokes.length * each + ROUND_END_MS);
  const now = Math.floor(at / each);
  const whole = (stroke: PaperStroke, opacity: number) =>
    drawnMarks(stroke, step.lastMove, 1, "overlay").map(
      (mark): Mark => (opacity === 1 ? mark : { ...mark, id: `again/${mark.id}`, opacity }),
    );
  const still = strokes.flatMap((stroke, i) => whole(stroke, i < now ? 1 : WAITING));
  const drawing = strokes[now];
  const reach = Math.min(1, (at - now * each) / LINE_MS);
  return { still, live: drawing ? drawnMarks(drawing, step.lastMove, reach, "overlay") : [] };
}

/** Which line is being drawn again: what stands besides it is the same as long as this is. */
export function roundOf(paper: Paper, step: Step, sinceMs: number): number {
  const lines = paper.strokes.filter(
    (s) => s.moveIndex >= step.firstMove && s.moveIndex <= step.lastMove && s.pieces.length > 0,
  ).length;
  return Math.floor((sinceMs % (lines * (LINE_MS + BREATH_MS) + ROUND_END_MS)) / (LINE_MS + BREATH_MS));
}
