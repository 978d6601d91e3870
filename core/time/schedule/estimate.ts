import type { Move } from "../../drawing/drafter/index.ts";
import type { Paper } from "../../drawing/paper/index.ts";
import {
  CIRCLE_MS,
  CURVE_LINES,
  ERASE_MS,
  FILL_MS,
  FOLD_MS,
  MARK_MS,
  type Pace,
} from "../../ground/plan/index.ts";
import type { Stage, Step } from "../../telling/steps/index.ts";

/** How long a demonstrator takes for each move at this pace, in real ms; 0 where nothing lands on the paper. */
export function handTimesMs(moves: readonly Move[], paper: Paper, pace: Pace): number[] {
  const seen = new Set(paper.strokes.filter((s) => s.pieces.length > 0).map((s) => s.moveIndex));
  return moves.map((move, i) => {
    switch (move.hand) {
      case "take":
        return 0;
      case "mark":
        return seen.has(i) ? MARK_MS : 0;
      case "rule":
      case "trace":
      case "template":
        return seen.has(i) ? pace.demonstratorLineMs : 0;
      case "curve":
      case "freehand":
        return seen.has(i) ? CURVE_LINES * pace.demonstratorLineMs : 0;
      case "fill":
        return FILL_MS;
      case "circle":
        return move.uses.length * CIRCLE_MS;
      case "turn":
        return MARK_MS;
      case "fold":
        return FOLD_MS;
      case "erase":
        return ERASE_MS;
    }
  });
}

/** How long it takes to tell a step, in real ms. */
export function tellingMs(step: Step, pace: Pace): number {
  return (step.wordCount / pace.wordsPerMinute) * 60_000;
}

/** The wait after a step, in real ms: as the educator says, for a task the minutes it takes, else by how much longer the class needs than the demonstrator. */
export function waitMs(step: Step, pace: Pace): number {
  if (step.holdMs !== null) return step.holdMs;
  if (step.kind !== "draw-along" && step.kind !== "measure") return 0;
  return step.newLines * (pace.pupilLineMs - pace.demonstratorLineMs);
}

/**
 * What of the first time a demonstrator takes when the same comes again: 165, 83, 95, 47 and 28 s for the same box taught five
 * times; common practice, no published source.
 */
const PRACTICE: Readonly<Record<Stage, number>> = {
  reason: 1,
  told: 0.54,
  asked: 0.54,
  short: 0.28,
  alone: 0.17,
};

/** The times of moves as they are in steps that have been drawn before. */
export function inPractice(hand: readonly number[], steps: readonly Step[]): number[] {
  const times = [...hand];
  for (const { stage, firstMove, lastMove } of steps)
    for (let i = firstMove; i <= lastMove; i++) times[i] = (times[i] ?? 0) * PRACTICE[stage];
  return times;
}
