import type { ClassTaught, PlannedStep, StepTaught } from "./class-taught.ts";

/** A step ran over when it took at least so much longer than planned: less is a slow breath. */
export const OVER_MS = 5000;

/** What a step was to take, and what it took in the classes in which it was not left out; null: in none. */
export interface PlannedAndReal {
  readonly stepId: string;
  readonly plannedMs: number;
  readonly took: { readonly middleMs: number; readonly longestMs: number; readonly classes: number } | null;
}

/** What each step was to take, against what classes took for it. */
export function plannedAndReal(
  planned: readonly PlannedStep[],
  classes: readonly ClassTaught[],
): PlannedAndReal[] {
  const took = new Map<string, number[]>();
  for (const { steps } of classes)
    for (const { stepId, tookMs } of steps)
      if (tookMs !== null) took.set(stepId, [...(took.get(stepId) ?? []), tookMs]);
  return planned.map(({ stepId, plannedMs }) => {
    const times = took.get(stepId);
    return {
      stepId,
      plannedMs,
      took: times
        ? { middleMs: middleOf(times), longestMs: Math.max(...times), classes: times.length }
        : null,
    };
  });
}

/** The middle of some numbers; of two in the middle the larger. */
export function middleOf(numbers: readonly number[]): number {
  const sorted = [...numbers].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}

/** The steps of a class that ran over, by their place in it from 0, the longest over first. */
export function overrunsOf({ steps }: ClassTaught): { step: StepTaught; index: number; overMs: number }[] {
  return steps
    .flatMap((step, index) =>
      step.tookMs === null ? [] : [{ step, index, overMs: step.tookMs - step.plannedMs }],
    )
    .filter(({ overMs }) => overMs >= OVER_MS)
    .sort((a, b) => b.overMs - a.overMs);
}
