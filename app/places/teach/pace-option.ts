import type { ClassMoment, ClassRun, StepWork } from "#core/class/pacing";
import { formatClock } from "#core/ground/base";
import type { ChartInk } from "../../ui/Chart.tsx";

const minutes = (ms: number) => ms / 60_000;

/** A class run through the lesson twice, and what it is drawn with. */
interface Paced {
  /** With the waits as they are. */
  readonly present: ClassRun;
  /** With the shortest that keep the class in step. */
  readonly least: ClassRun;
  readonly works: readonly StepWork[];
  readonly ink: ChartInk;
}

/** The chart of a class along the lesson: who is in step, how far behind the others are, the waits. */
export function paceOption(paced: Paced, keep: number, titles: ReadonlyMap<string, string>) {
  const { works, ink } = paced;
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
      formatter: (params: unknown) => tip(params, paced, titles),
    },
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    ...axesOf(works, ink),
    series: [...inStep(paced, keep), ...behind(paced), ...waits(paced)],
  };
}

/** Three charts, one under the other, on one axis of time that counts the steps. */
function axesOf(works: readonly StepWork[], ink: ChartInk) {
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
  return {
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
  };
}

const line = (name: string, data: number[][], at: number, style: object) => ({
  type: "line" as const,
  name,
  xAxisIndex: at,
  yAxisIndex: at,
  data,
  symbol: "none",
  ...style,
});

/** The share of the class in step at the end of each step, against the share that is to be kept. */
function inStep({ present, least, works, ink }: Paced, keep: number) {
  const share = (run: ClassRun) => atEnds(run, works, (m) => 100 * m.inStep);
  return [
    line("with the present waits", share(present), 0, {
      lineStyle: { color: ink.chalk, width: 2.5 },
      itemStyle: { color: ink.chalk },
      markLine: {
        silent: true,
        symbol: "none",
        lineStyle: { color: ink.quiet, type: "dashed" },
        label: { formatter: `${Math.round(keep * 100)} %`, color: ink.quiet, position: "end" },
        data: [{ yAxis: 100 * keep }],
      },
    }),
    line("with the shortest that keep them", share(least), 0, {
      lineStyle: { color: ink.blue, width: 1.5, type: "dashed" },
      itemStyle: { color: ink.blue },
    }),
  ];
}

/** How far behind the middle one is, in a band that holds all but one in ten each way. */
function behind({ present, least, works, ink }: Paced) {
  const of = (which: 0 | 1 | 2) => along(present, works, (m) => minutes(m.behindMs[which]));
  const low = of(0);
  const overLow = of(2).map(([x = 0, y = 0], i) => [x, y - (low[i]?.[1] ?? 0)]);
  const band = { stack: "band", lineStyle: { width: 0 } };
  return [
    line("p10", low, 1, { ...band, areaStyle: { opacity: 0 } }),
    line("p90", overLow, 1, { ...band, areaStyle: { color: ink.chalk, opacity: 0.22 } }),
    line("middle", of(1), 1, { lineStyle: { color: ink.chalk, width: 2 } }),
    line(
      "shortest p90",
      atEnds(least, works, (m) => minutes(m.behindMs[2])),
      1,
      { lineStyle: { color: ink.blue, width: 1.5, type: "dashed" } },
    ),
  ];
}

/** The wait after each step, side by side. */
function waits({ present, least, works, ink }: Paced) {
  const bar = (name: string, run: ClassRun, color: string) => ({
    type: "bar" as const,
    name,
    xAxisIndex: 2,
    yAxisIndex: 2,
    barWidth: 5,
    barGap: "10%",
    itemStyle: { color },
    data: works.map((w, i) => [minutes(w.untilMs), (run.steps[i]?.holdMs ?? 0) / 1000]),
  });
  return [bar("present wait", present, ink.chalk), bar("shortest wait", least, ink.blue)];
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

/** What is said of the step under the pointer. */
function tip(params: unknown, { present, least, works }: Paced, titles: ReadonlyMap<string, string>): string {
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
