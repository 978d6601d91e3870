import { useCallback, useMemo } from "react";
import type { ClassRun } from "#core/class/pacing";
import type { ComputedLesson } from "#core/document/pipeline";
import { formatClock } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import { Chart, type ChartInk } from "../../ui/Chart.tsx";
import { paceOption } from "./pace-option.ts";
import styles from "./Teach.module.css";
import type { ClassRuns } from "./use-class-runs.ts";

/** How many are in step along the lesson, how far behind the others are, and under it the waits. */
export function PaceChart({
  runs: { present, least, works },
  computed,
  keep,
}: {
  runs: ClassRuns;
  computed: ComputedLesson;
  keep: number;
}) {
  const { chooseStep } = useLesson();
  const titles = useMemo(
    () => new Map(computed.steps.map((s) => [s.id, `${s.number}. ${s.title}`])),
    [computed.steps],
  );
  const draw = useCallback(
    (ink: ChartInk) => (present && least ? paceOption({ present, least, works, ink }, keep, titles) : {}),
    [present, least, works, keep, titles],
  );
  const label = useMemo(
    () => (present && least ? said(present, least, keep) : "The class is being run through the lesson"),
    [present, least, keep],
  );
  return (
    <Chart
      label={label}
      draw={draw}
      className={styles.chart}
      onPress={(i) => chooseStep(works[i]?.stepId ?? null)}
    />
  );
}

function said(present: ClassRun, least: ClassRun, keep: number): string {
  const lowest = present.steps.reduce((a, s) => Math.min(a, s.after.inStep), 1);
  const [, , behind] = present.steps[present.steps.length - 1]?.after.behindMs ?? [0, 0, 0];
  const total = (run: ClassRun) => run.steps.reduce((a, s) => a + s.holdMs, 0);
  return `With the present waits, ${formatClock(total(present))} in all, at least ${Math.round(lowest * 100)} % of the class are in step after each step, and one in ten is ${formatClock(behind)} or more behind at the end. Waits of ${formatClock(total(least))} in all keep ${Math.round(keep * 100)} %.`;
}
