import { classPaceOf, type Plan, paceOf } from "../../ground/plan/index.ts";
import { holdsIn } from "../../time/schedule/index.ts";
import { type PacedLesson, stepWorks } from "../pacing/index.ts";
import type { PlannedStep } from "../record/index.ts";

/** A stretch of a class: something is shown, or the class is waited for. Lesson time, ms. */
interface Station {
  /** Index of its step. */
  readonly step: number;
  readonly kind: "show" | "wait";
  /** What of the lesson is shown; of a wait both are the moment at which it stands still. */
  readonly fromMs: number;
  readonly toMs: number;
  /** How long the class is to be waited for; 0 for what is shown. */
  readonly waitMs: number;
}

/** What a class goes through, made once of the lesson it begins with. */
export interface ClassPlan {
  readonly steps: readonly PlannedStep[];
  readonly stations: readonly Station[];
}

/** The stretches of a lesson in the order they are taught. */
export function classPlanOf(lesson: PacedLesson, plan: Plan): ClassPlan {
  const works = stepWorks(lesson, paceOf(plan), classPaceOf(plan));
  const titles = new Map(lesson.steps.map((s) => [s.id, s.title]));
  const steps = works.map(
    (w): PlannedStep => ({
      stepId: w.stepId,
      title: titles.get(w.stepId) ?? w.stepId,
      plannedMs: Math.round(w.endMs - w.fromMs + w.besideMs),
      // Before a wait and after it: all that is neither drawn nor waited for.
      toldMs: Math.max(0, Math.round(w.endMs - w.fromMs - w.shownMs - w.holdMs - (w.taskMs - w.besideMs))),
      handMs: Math.round(w.handMs),
      holdMs: Math.round(w.holdMs + w.taskMs),
    }),
  );
  const stations = works.flatMap((w, step): Station[] => {
    const show = (fromMs: number, toMs: number): Station[] =>
      toMs > fromMs ? [{ step, kind: "show", fromMs, toMs, waitMs: 0 }] : [];
    const wait = (atMs: number, waitMs: number): Station[] =>
      waitMs > 0 ? [{ step, kind: "wait", fromMs: atMs, toMs: atMs, waitMs }] : [];
    // Without a recording the one wait of a step is at its end.
    const holds = lesson.editMap
      ? holdsIn(lesson.editMap, { startMs: w.fromMs, endMs: w.endMs })
      : [{ lessonFrom: w.untilMs, ms: w.endMs - w.untilMs }];
    let at = w.fromMs;
    const all: Station[] = [];
    for (const hold of holds) {
      all.push(...show(at, hold.lessonFrom), ...wait(hold.lessonFrom, hold.ms));
      at = hold.lessonFrom + hold.ms;
    }
    all.push(...show(at, w.endMs), ...wait(w.endMs, w.besideMs));
    return all.length > 0 ? all : [{ step, kind: "show", fromMs: w.fromMs, toMs: w.endMs, waitMs: 0 }];
  });
  return { steps, stations };
}

/** How long all that comes before a step is to take, ms; for one past the last, the whole class. */
export function plannedBefore({ steps }: ClassPlan, step: number): number {
  return steps.slice(0, step).reduce((sum, s) => sum + s.plannedMs, 0);
}
