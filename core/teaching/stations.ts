import { stepWorks } from "../pacing/index.ts";
import { classPaceOf, type Pace, type Plan } from "../plan/index.ts";
import type { PlannedStep } from "../record/index.ts";
import type { EditMap } from "../schedule/index.ts";
import type { Step } from "../steps/index.ts";

/** A stretch of a class: something is shown, or the class is waited for. Lesson time, ms. */
export interface Station {
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
export function classPlanOf(
  computed: Parameters<typeof stepWorks>[0] & {
    readonly steps: readonly Step[];
    readonly editMap: EditMap | null;
  },
  plan: Plan,
  pace: Pace,
): ClassPlan {
  const works = stepWorks(computed, pace, classPaceOf(plan));
  const steps = works.map(
    (w, i): PlannedStep => ({
      stepId: w.stepId,
      title: computed.steps[i]?.title ?? w.stepId,
      plannedMs: Math.round(w.endMs - w.fromMs + w.besideMs),
      toldMs: Math.max(0, Math.round(w.untilMs - w.fromMs - w.shownMs)),
      handMs: Math.round(w.handMs),
      holdMs: Math.round(w.holdMs + w.taskMs),
    }),
  );
  const stations = works.flatMap((w, step): Station[] => {
    const show = (fromMs: number, toMs: number): Station[] =>
      toMs > fromMs ? [{ step, kind: "show", fromMs, toMs, waitMs: 0 }] : [];
    const wait = (atMs: number, waitMs: number): Station[] =>
      waitMs > 0 ? [{ step, kind: "wait", fromMs: atMs, toMs: atMs, waitMs }] : [];
    const holds = computed.editMap?.holds.filter((h) => h.lessonFrom >= w.fromMs && h.lessonFrom < w.endMs);
    if (!holds) {
      const all = [...show(w.fromMs, w.untilMs), ...wait(w.untilMs, w.taskMs + w.holdMs)];
      return all.length > 0 ? all : [{ step, kind: "show", fromMs: w.fromMs, toMs: w.endMs, waitMs: 0 }];
    }
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
