import { fillsAfter } from "../../drawing/paper/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import {
  type FrameSource,
  fillMarks,
  type Mark,
  type Moment,
  standingMarks,
  toComeMarks,
} from "../display/index.ts";

/** Which lines are shown: over a recording the pencil's own are there, and only the step at hand is laid over them. */
export type LinesShown = "of-step" | "all";

/** The lines that stand at a moment, in mm on the paper. */
export function linesStanding(source: FrameSource, moment: Moment, shown: LinesShown): Mark[] {
  const { paper } = source;
  const { step, done } = moment;
  if (shown === "all") {
    const newFrom = step?.firstMove ?? Number.POSITIVE_INFINITY;
    return [
      ...fillMarks(fillsAfter(paper, done)),
      ...standingMarks(paper, moment, "overlay", (stroke) =>
        stroke.moveIndex >= newFrom ? "new" : "standing",
      ),
    ];
  }
  return step ? linesOfStep(source, moment, step) : [];
}

/** What a step draws, goes over or is about to rub out, as far as it has come. */
function linesOfStep({ paper }: FrameSource, moment: Moment, step: Step): Mark[] {
  const { done } = moment;
  return standingMarks(paper, moment, "overlay", (stroke, piece) => {
    if (stroke.moveIndex >= step.firstMove) return "new";
    // A guide gone over in this step is one of its lines once it is firm.
    if (piece.part !== "tail" && stroke.firmFrom >= step.firstMove && stroke.firmFrom <= done) return "new";
    const goes = piece.diesAt !== null && piece.diesAt >= step.firstMove && piece.diesAt <= step.lastMove;
    return goes ? "going" : null;
  });
}

/** The lines of a step that is over, as they stood at its end; by names of their own, for the next step may show some of them, too. */
export function linesLeft(source: FrameSource, step: Step): Mark[] {
  const marks = linesOfStep(source, { step, done: step.lastMove, underWay: null, reach: 1 }, step);
  return marks.map((mark) => ({ ...mark, id: `left/${mark.id}` }));
}

/** What of a step is not drawn yet, faint. */
export function linesToCome(source: FrameSource, step: Step | undefined, atMs: number): Mark[] {
  return toComeMarks(source, step, atMs, "overlay");
}
