import { useCallback, useMemo } from "react";
import { type ClassKept, plannedAndReal } from "#core/class/record";
import { classPlanOf } from "#core/class/teaching";
import { useLesson } from "../../lesson/lesson-context.ts";
import { Chart, type ChartInk } from "../../ui/Chart.tsx";
import styles from "./Record.module.css";

/** What each step was to take, and what it took: the middle class as a bar, all of them as a stretch. */
export function PlannedAndReal({ classes }: { classes: readonly ClassKept[] }) {
  const { computed, chooseStep } = useLesson();
  const { steps } = computed;
  const rows = useMemo(
    () =>
      plannedAndReal(
        classPlanOf(computed, computed.lesson.plan).steps,
        classes.map((c) => c.taught),
      ),
    [computed, classes],
  );
  const draw = useCallback(
    (ink: ChartInk) => {
      const seconds = (ms: number | undefined) => (ms === undefined ? null : ms / 1000);
      const bar = (name: string, color: string, data: readonly (number | null)[]) => ({
        type: "bar" as const,
        name,
        barMaxWidth: 14,
        barGap: "5%",
        itemStyle: { color },
        data,
      });
      return {
        textStyle: { fontFamily: "inherit", color: ink.words },
        grid: { left: 48, right: 12, top: 30, bottom: 28 },
        legend: { right: 0, top: 0, textStyle: { color: ink.words } },
        tooltip: {
          trigger: "axis" as const,
          backgroundColor: ink.surface,
          borderColor: ink.line,
          textStyle: { color: ink.words },
          valueFormatter: (s: unknown) => (typeof s === "number" ? `${Math.round(s)} s` : "–"),
        },
        xAxis: {
          type: "category" as const,
          data: rows.map((_, i) => String(i + 1)),
          axisLine: { lineStyle: { color: ink.line } },
          axisLabel: { color: ink.quiet },
        },
        yAxis: {
          type: "value" as const,
          axisLabel: { color: ink.quiet, formatter: "{value} s" },
          splitLine: { lineStyle: { color: ink.line, opacity: 0.5 } },
        },
        series: [
          bar(
            "planned now",
            ink.blue,
            rows.map((r) => seconds(r.plannedMs)),
          ),
          bar(
            "took, middle class",
            ink.chalk,
            rows.map((r) => seconds(r.took?.middleMs)),
          ),
          {
            type: "line" as const,
            name: "longest",
            data: rows.map((r) => seconds(r.took?.longestMs)),
            lineStyle: { width: 0 },
            symbol: "triangle",
            symbolSize: 7,
            itemStyle: { color: ink.words },
          },
        ],
      };
    },
    [rows],
  );
  const total = classes.length;
  return (
    <Chart
      label={`What each of ${steps.length} steps is to take now, and what it took in ${total} ${total === 1 ? "class" : "classes"}; the table above has the numbers.`}
      draw={draw}
      className={styles.chart}
      onPress={(i) => chooseStep(steps[i]?.id ?? null)}
    />
  );
}
