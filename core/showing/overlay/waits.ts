import type { Step } from "../../telling/steps/index.ts";
import type { EditMap, Schedule } from "../../time/schedule/index.ts";
import { AGAIN_STEP_MS } from "./drawn-again.ts";

/** On the recording's own clock a wait takes no time: its mark stays up for so long. */
const STOP_HERE_MS = 2500;

interface WaitsSource {
  readonly editMap: EditMap | null;
  readonly schedule: Schedule;
  readonly steps: readonly Step[];
}

/** The waits for the class in lesson time: the recording's holds, or before there is one what is estimated for each step. */
export function waitsOf({
  editMap,
  schedule,
  steps,
}: WaitsSource): readonly { fromMs: number; ms: number }[] {
  if (editMap) return editMap.holds.map((h) => ({ fromMs: h.lessonFrom, ms: h.ms }));
  return steps.flatMap((step, i) => {
    const window = schedule.windows[i];
    const last = schedule.moves.findLast(
      (m) => m.moveIndex >= step.firstMove && m.moveIndex <= step.lastMove,
    );
    const fromMs = last?.endMs ?? window?.drawFromMs ?? 0;
    const ms = (window?.endMs ?? 0) - fromMs;
    return ms >= LEAST_WAIT_MS ? [{ fromMs, ms }] : [];
  });
}

/** A shorter stop is no wait. */
const LEAST_WAIT_MS = 1000;

export interface Waiting {
  /** How long it has lasted; left out where the clock does not stop for it. */
  readonly since?: number;
  readonly left: { readonly ms: number; readonly share: number } | null;
}

/** The wait at a moment of the lesson. */
export function waitAt(waits: ReturnType<typeof waitsOf>, lessonMs: number): Waiting | null {
  const wait = waits.find((w) => w.fromMs <= lessonMs && lessonMs < w.fromMs + w.ms);
  if (!wait) return null;
  const since = lessonMs - wait.fromMs;
  const ms = wait.ms - Math.floor(since / AGAIN_STEP_MS) * AGAIN_STEP_MS;
  return { since, left: { ms, share: ms / wait.ms } };
}

/** On the recording's own clock a wait is only marked where it is. */
export function stopAt({ holds }: EditMap, sourceMs: number): Waiting | null {
  return holds.some((h) => h.sourceAt <= sourceMs && sourceMs < h.sourceAt + STOP_HERE_MS)
    ? { left: null }
    : null;
}
