import type { Move } from "../../drawing/drafter/index.ts";
import type { Paper } from "../../drawing/paper/index.ts";
import type { ClassPace, Pace } from "../../ground/plan/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import {
  type EditMap,
  handTimesMs,
  heldIn,
  holdsIn,
  type Schedule,
  type StepWindow,
  waitMs,
} from "../../time/schedule/index.ts";

/** What a step asks of a pupil, and what time the lesson gives for it. Real ms. */
export interface StepWork {
  readonly stepId: string;
  /** When it begins in the lesson. */
  readonly fromMs: number;
  /** Until its wait, or to its end where it has none. */
  readonly untilMs: number;
  readonly endMs: number;
  /** What the demonstrator's hand would take for it the first time. */
  readonly handMs: number;
  /** What the middle pupil's hand takes; 0 where the class does not draw. */
  readonly workMs: number;
  /** How long its lines are being drawn before the class. */
  readonly shownMs: number;
  /** How long the class is waited for now. */
  readonly holdMs: number;
  /** How long those who are behind have for themselves in it, beside a wait: the time of a task. */
  readonly taskMs: number;
  /** What of that time stands in no wait of the recording: nobody films a class at its task. */
  readonly besideMs: number;
}

/** Kinds of steps in which the class has something to do with its hands. */
const HANDS_ON: ReadonlySet<Step["kind"]> = new Set(["draw-along", "measure", "erase"]);

/** A lesson with its times: all of it that a class follows. */
export interface PacedLesson {
  readonly steps: readonly Step[];
  readonly moves: readonly Move[];
  readonly paper: Paper;
  readonly schedule: Schedule;
  /** Null without a recording. */
  readonly editMap: EditMap | null;
}

/** What a lesson asks of a class, step by step. */
export function stepWorks(
  { steps, moves, paper, schedule, editMap }: PacedLesson,
  pace: Pace,
  { lineMs }: Pick<ClassPace, "lineMs">,
): StepWork[] {
  const hand = handTimesMs(moves, paper, pace);
  const windows = new Map(schedule.windows.map((w) => [w.stepId, w]));
  return steps.flatMap((step) => {
    const span = windows.get(step.id);
    if (!span) return [];
    const handMs = hand.slice(step.firstMove, step.lastMove + 1).reduce((a, b) => a + b, 0);
    const drawn = schedule.moves.filter(
      (m) => step.task === null && m.moveIndex >= step.firstMove && m.moveIndex <= step.lastMove,
    );
    const [first, last] = [drawn[0], drawn[drawn.length - 1]];
    const wait = waitOf(step, span, editMap, pace);
    const within = (fromMs: number, toMs: number) =>
      Math.max(0, Math.min(toMs, wait.untilMs) - Math.min(fromMs, wait.untilMs));
    return [
      {
        stepId: step.id,
        fromMs: span.startMs,
        untilMs: wait.untilMs,
        endMs: span.endMs,
        handMs,
        workMs: HANDS_ON.has(step.kind) ? handMs * (lineMs / pace.demonstratorLineMs) : 0,
        shownMs: first && last ? within(first.startMs, last.endMs) : 0,
        holdMs: step.task ? 0 : wait.ms,
        taskMs: step.task ? step.task.minutes * 60_000 : 0,
        besideMs: editMap ? taskTimeBeside(step, wait.ms) : 0,
      },
    ];
  });
}

/** What of a task's minutes is not waited for in the recording. */
export function taskTimeBeside({ task }: Pick<Step, "task">, heldMs: number): number {
  return Math.max(0, (task?.minutes ?? 0) * 60_000 - heldMs);
}

/** The wait in a step's window: the player's, or without a recording the one at its end. */
function waitOf(step: Step, { startMs, endMs }: StepWindow, map: EditMap | null, pace: Pace) {
  if (!map) {
    const ms = Math.min(endMs - startMs, Math.round(waitMs(step, pace)));
    return { ms, untilMs: endMs - ms };
  }
  const span = { startMs, endMs };
  return { ms: heldIn(map, span), untilMs: holdsIn(map, span)[0]?.lessonFrom ?? endMs };
}
