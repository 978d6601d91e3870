import { useCallback, useMemo } from "react";
import type { ClassMoment, ClassRun, StepWork } from "#core/class/pacing";
import type { ComputedLesson } from "#core/document/pipeline";
import { formatClock } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import { Chart, type ChartInk } from "../../ui/Chart.tsx";
import styles from "./Teach.module.css";
import type { ClassRuns } from "./use-class-runs.ts";

const minutes = (ms: number) => ms / 60_000;

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
    (ink: ChartInk) => (present && least ? optionOf(present, least, works, keep, titles, ink) : {}),
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

/** Two points a step: where its wait begins, and where it ends. */
function along(run: ClassRun, works: readonly StepWork[], of: (m: ClassMoment) => number) {
  return works.flatMap((w, i) => {
    const step = run.steps[i];
    if (!step) return [];
    return [
      [minutes(w.untilMs), of(step.before)],
      [minutes(w.endMs), of(step.after)],
    ];
  });
}

/** One point a step, at its end: whoever draws is behind until its wait is over. */
function atEnds(run: ClassRun, works: readonly StepWork[], of: (m: ClassMoment) => number) {
  return works.flatMap((w, i) => {
    const step = run.steps[i];
    return step ? [[minutes(w.endMs), of(step.after)]] : [];
  });
}

function optionOf(
  present: ClassRun,
  least: ClassRun,
  works: readonly StepWork[],
  keep: number,
  titles: ReadonlyMap<string, string>,
  ink: ChartInk,
) {
  const end = minutes(works[works.length - 1]?.endMs ?? 0);
  const stepAt = new Map(works.map((w, i) => [minutes(w.fromMs), i]));
  const starts = [...stepAt.keys()];
  const axis = (gridIndex: number, shown: boolean) => ({
    type: "value" as const,
    gridIndex,
    min: 0,
    max: end,
    axisLine: { lineStyle: { color: ink.line } },
    splitLine: { show: false },
    axisTick: { show: shown, customValues: starts },
    axisLabel: shown
      ? {
          customValues: starts,
          hideOverlap: true,
          color: ink.quiet,
          formatter: (at: number) => String((stepAt.get(at) ?? 0) + 1),
        }
      : { show: false },
    ...(shown
      ? { name: "step", nameLocation: "end" as const, nameGap: 6, nameTextStyle: { color: ink.quiet } }
      : {}),
  });
  const scale = (gridIndex: number, name: string, more: object) => ({
    type: "value" as const,
    gridIndex,
    name,
    nameLocation: "end" as const,
    nameTextStyle: { color: ink.words, align: "left" as const, fontSize: 14, fontWeight: 600 as const },
    nameGap: 10,
    splitNumber: 3,
    axisLabel: { color: ink.quiet },
    splitLine: { lineStyle: { color: ink.line, opacity: 0.5 } },
    ...more,
  });
  const line = (name: string, data: number[][], at: number, style: object) => ({
    type: "line" as const,
    name,
    xAxisIndex: at,
    yAxisIndex: at,
    data,
    symbol: "none",
    ...style,
  });
  const behind = (which: 0 | 1 | 2) => along(present, works, (m) => minutes(m.behindMs[which]));
  const low = behind(0);
  const wait = (name: string, run: ClassRun, color: string) => ({
    type: "bar" as const,
    name,
    xAxisIndex: 2,
    yAxisIndex: 2,
    barWidth: 5,
    barGap: "10%",
    itemStyle: { color },
    data: works.map((w, i) => [minutes(w.untilMs), (run.steps[i]?.holdMs ?? 0) / 1000]),
  });
  return {
    textStyle: { fontFamily: "inherit", color: ink.words },
    grid: [
      { left: 52, right: 44, top: 34, height: "27%" },
      { left: 52, right: 44, top: "42%", height: "20%" },
      { left: 52, right: 44, top: "72%", bottom: 34 },
    ],
    legend: {
      right: 40,
      top: 0,
      itemWidth: 22,
      textStyle: { color: ink.words, fontSize: 13 },
      data: ["with the present waits", "with the shortest that keep them"],
    },
    tooltip: {
      trigger: "axis" as const,
      backgroundColor: ink.surface,
      borderColor: ink.line,
      textStyle: { color: ink.words },
      formatter: (params: unknown) => tip(params, present, least, works, titles),
    },
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    xAxis: [axis(0, false), axis(1, false), axis(2, true)],
    yAxis: [
      scale(0, "In step when a step ends, of the whole class", {
        interval: 25,
        min: 0,
        max: 100,
        axisLabel: { color: ink.quiet, formatter: "{value} %" },
      }),
      scale(1, "Behind: the middle one, and all but one in ten each way", {
        min: 0,
        axisLabel: { color: ink.quiet, formatter: "{value} min" },
      }),
      scale(2, "Waits", { min: 0, axisLabel: { color: ink.quiet, formatter: "{value} s" } }),
    ],
    series: [
      line(
        "with the present waits",
        atEnds(present, works, (m) => 100 * m.inStep),
        0,
        {
          lineStyle: { color: ink.chalk, width: 2.5 },
          itemStyle: { color: ink.chalk },
          markLine: {
            silent: true,
            symbol: "none",
            lineStyle: { color: ink.quiet, type: "dashed" },
            label: { formatter: `${Math.round(keep * 100)} %`, color: ink.quiet, position: "end" },
            data: [{ yAxis: 100 * keep }],
          },
        },
      ),
      line(
        "with the shortest that keep them",
        atEnds(least, works, (m) => 100 * m.inStep),
        0,
        {
          lineStyle: { color: ink.blue, width: 1.5, type: "dashed" },
          itemStyle: { color: ink.blue },
        },
      ),
      line("p10", low, 1, { stack: "band", lineStyle: { width: 0 }, areaStyle: { opacity: 0 } }),
      line(
        "p90",
        behind(2).map(([x = 0, y = 0], i) => [x, y - (low[i]?.[1] ?? 0)]),
        1,
        { stack: "band", lineStyle: { width: 0 }, areaStyle: { color: ink.chalk, opacity: 0.22 } },
      ),
      line("middle", behind(1), 1, { lineStyle: { color: ink.chalk, width: 2 } }),
      line(
        "shortest p90",
        atEnds(least, works, (m) => minutes(m.behindMs[2])),
        1,
        {
          lineStyle: { color: ink.blue, width: 1.5, type: "dashed" },
        },
      ),
      wait("present wait", present, ink.chalk),
      wait("shortest wait", least, ink.blue),
    ],
  };
}

/** What is said of the step under the pointer. */
function tip(
  params: unknown,
  present: ClassRun,
  least: ClassRun,
  works: readonly StepWork[],
  titles: ReadonlyMap<string, string>,
): string {
  const [first] = params as readonly { readonly axisValue?: number }[];
  const at = (first?.axisValue ?? 0) * 60_000;
  const index = Math.max(
    0,
    works.findLastIndex((w) => w.fromMs <= at + 1),
  );
  const [work, now, then] = [works[index], present.steps[index], least.steps[index]];
  if (!work || !now || !then) return "";
  const escaped = (titles.get(work.stepId) ?? "").replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
  return `<b>${escaped}</b><br>after its wait ${Math.round(now.after.inStep * 100)} % in step<br>behind: ${now.after.behindMs.map((ms) => formatClock(ms)).join(" – ")}<br>wait ${formatClock(now.holdMs)}, shortest ${formatClock(then.holdMs)}`;
}
