import { useEffect } from "react";
import { windowAt } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { Player } from "../../lesson/take/player.ts";

export interface Stepping {
  /** Goes so many steps on or back from the one that is shown. */
  go(by: number): void;
}

/** Keeps the player and the chosen step together: a step chosen anywhere is the step shown. */
export function useStepping(player: Player, loop: boolean): Stepping {
  const { computed, step, chooseStep } = useLesson();
  const { schedule, steps } = computed;
  const chosen = schedule.windows.find((w) => w.stepId === step?.id);
  const startMs = chosen?.startMs;
  useEffect(() => {
    if (startMs !== undefined) player.seek(startMs);
  }, [player, startMs]);

  useEffect(() => {
    if (!loop) return;
    const begun = chosen ?? windowAt(schedule, player.get().lessonMs);
    if (!begun) return;
    return player.subscribe(() => {
      const { running, lessonMs } = player.get();
      if (running && lessonMs >= begun.endMs) player.seek(begun.startMs);
    });
  }, [player, loop, chosen, schedule]);

  return {
    go: (by) => {
      const shown = windowAt(schedule, player.get().lessonMs);
      const from = Math.max(
        0,
        steps.findIndex((s) => s.id === shown?.stepId),
      );
      const next = steps[Math.min(steps.length - 1, Math.max(0, from + by))];
      const window = schedule.windows.find((w) => w.stepId === next?.id);
      if (!next || !window) return;
      player.seek(window.startMs);
      chooseStep(next.id);
    },
  };
}
