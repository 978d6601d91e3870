// Speed and memory as ratios within one run on one machine; absolute times are printed beside them for orientation.

import { simulateClass, stepWorks } from "#core/class/pacing";
import { applyChanges } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import {
  type ComputedLesson,
  computeLesson,
  type DrawnLesson,
  drawLesson,
  judgeDrift,
} from "#core/document/pipeline";
import type { Change } from "#core/ground/base";
import { classPaceOf, paceOf } from "#core/ground/plan";
import { layHandOut, makeCards } from "#core/output/handout";
import { drawState, explainStep, frameAt } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import { measureText } from "../../server/pdf/fonts.server.ts";
import { writeHandOut } from "../../server/pdf/hand-out.server.ts";
import { takeHomePage } from "../../server/take-home/take-home.server.ts";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { writeBarePdf } from "./bare-pdf.ts";
import { crowd, quay, twoThousandStrokes } from "./lessons.ts";
import { row, timesMs } from "./measure.ts";

/** A handle move seen on the sheet: the change, what it reaches drawn again, and the marks of the last state. */
function handleToMarks(lesson: Lesson): { median: number; p95: number } {
  let drawn: DrawnLesson = drawLesson(lesson);
  return timesMs(120, (run) => {
    drawn = drawLesson(changed(drawn.lesson, handleMove(run)), drawn);
    drawState(drawn.paper, drawn.sheet, drawn.moves.length - 1, 0, "bench");
  });
}

/** The same with words, schedule and findings: what stands beside the sheet a moment later. */
function handleToAll(lesson: Lesson): { median: number; p95: number } {
  let computed: ComputedLesson = computeLesson(lesson);
  return timesMs(60, (run) => {
    computed = computeLesson(changed(computed.lesson, handleMove(run)), computed);
  });
}

/** A vanishing point dragged: everything drawn again, as the worker does it. */
function pointToMarks(lesson: Lesson): { median: number; p95: number } {
  let drawn: DrawnLesson = drawLesson(lesson);
  return timesMs(40, (run) => {
    const move: Change = changeAt("frame/main", "vanishingPoint.fromLeftMm", 140 + (run % 40) * 0.1);
    drawn = drawLesson(changed(drawn.lesson, move), drawn);
    drawState(drawn.paper, drawn.sheet, drawn.moves.length - 1, 0, "bench");
  });
}

const handleMove = (run: number): Change =>
  changeAt("object/crate-1", "handles.fromLeftMm", 5 + (run % 40) * 0.1);

function changed(lesson: Lesson, change: Change): Lesson {
  const done = applyChanges(lesson, [change]);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
}

const ms = ({ median, p95 }: { median: number; p95: number }) =>
  `${median.toFixed(2)} ms median, ${p95.toFixed(2)} ms p95`;

console.log("One handle move to marks on the sheet");
for (let i = 0; i < 3; i++) handleToMarks(quay(10));
const [one, ten, hundred] = [1, 10, 100].map((n) => handleToMarks(quay(n)));
if (!one || !ten || !hundred) throw new Error("no measurements");
row("  1 box", ms(one));
row("  10 boxes", `${ms(ten)}; ${(ten.median / one.median).toFixed(1)} × one box`);
row("  100 boxes", `${ms(hundred)}; ${(hundred.median / ten.median).toFixed(1)} × ten boxes`);
const dense = handleToMarks(crowd(100));
row(
  "  100 boxes, all overlapping",
  `${ms(dense)}; ${(dense.median / hundred.median).toFixed(1)} × the spread ones`,
);
const many = twoThousandStrokes();
const large = handleToMarks(many);
row(
  `  ${many.objects.length} things, ${drawLesson(many).paper.strokes.length} strokes`,
  `${ms(large)}; ${(large.median / 16).toFixed(2)} of a frame of 16 ms, p95 ${(large.p95 / 33).toFixed(2)} of two`,
);
const whole = handleToAll(many);
row("  … with words, schedule and findings", `${ms(whole)}; ${(whole.median / 200).toFixed(2)} of 200 ms`);
const computedMany = computeLesson(many);
const drift = timesMs(3, () => void judgeDrift(computedMany));
row("  … drift of every point", `${ms(drift)}; ${(drift.median / 200).toFixed(2)} of 200 ms`);
console.log("A vanishing point dragged");
const dragged = pointToMarks(quay(100));
row(
  "  100 boxes, all drawn again, with marks",
  `${ms(dragged)}; ${(dragged.median / 50).toFixed(2)} of 50 ms`,
);
const draggedMany = pointToMarks(many);
row(
  `  ${many.objects.length} things`,
  `${ms(draggedMany)}; ${(draggedMany.median / 50).toFixed(2)} of 50 ms`,
);

console.log("Growth");
const full = (lesson: Lesson) => timesMs(10, () => void computeLesson(structuredClone(lesson)));
const [at100, at400] = [full(quay(100)), full(quay(400))];
row(
  "  everything from scratch, 400 boxes against 100",
  `${(at400.median / at100.median).toFixed(1)} × (${at100.median.toFixed(0)} → ${at400.median.toFixed(0)} ms)`,
);

console.log("Frames and cards");
const glasshouse = demoLesson("glasshouse");
const demo = computeLesson(glasshouse);
const scratch = full(glasshouse);
const frame = timesMs(
  200,
  (run) => void frameAt(demo, run * 700, { medium: "overlay", tools: false, withSheet: false }),
);
row(
  "  a frame of the demo lesson against computing the lesson",
  `1 : ${(scratch.median / frame.median).toFixed(0)} (${frame.median.toFixed(3)} ms)`,
);
const cards = makeCards(demo);
const pages = (() => {
  const laid = layHandOut(demo, { what: "cards" }, measureText);
  if (!laid.ok) throw new Error(laid.says);
  return laid.pages;
})();
const [ours, bare]: number[][] = [[], []];
for (let i = 0; i < 12; i++) {
  // By turns, so that both meet the same machine.
  const start = performance.now();
  await writeHandOut(demo, { what: "cards" }, new Date(0));
  const between = performance.now();
  await writeBarePdf(pages);
  ours?.push(between - start);
  bare?.push(performance.now() - between);
}
const middle = (times: readonly number[] = []) =>
  [...times].sort((x, y) => x - y)[Math.floor(times.length / 2)] ?? 0;
const perSecond = (cards.length * 1000) / middle(ours);
row(
  "  cards laid out and written, against the bare library (at most 1.3)",
  `${(middle(ours) / middle(bare)).toFixed(2)} × (${perSecond.toFixed(0)} a second)`,
);
const home = timesMs(6, () => void takeHomePage(demo));
const page = takeHomePage(demo);
row(
  "  the take-home page, brought to 30 steps (at most 1 s and 1 MB)",
  `${((home.median * 30) / demo.steps.length).toFixed(0)} ms, ${page.ok ? Math.round((page.html.length / 1024 / demo.steps.length) * 30) : 0} kB`,
);
const room = { width: 88, height: 66, textSize: 3.2 };
const pictures = timesMs(
  demo.steps.length * 3,
  (run) => void explainStep(demo, demo.steps[run % demo.steps.length] as Step, room),
);
row(
  "  the picture that explains a step (budget 8 ms)",
  `${pictures.median.toFixed(1)} ms, ${pictures.p95.toFixed(1)} ms at the 95th percentile`,
);
const before = process.memoryUsage().rss;
const big = computeLesson(quay(400));
row(
  "  memory that 400 boxes add to the process",
  `${((process.memoryUsage().rss - before) / 1024 ** 2).toFixed(0)} MB for ${big.paper.strokes.length} strokes (whole process ${(process.memoryUsage().rss / 1024 ** 2).toFixed(0)} MB)`,
);

console.log("A class following a lesson, 2,000 times");
const kiosk = computeLesson(demoLesson("ticket-kiosk"));
const classPace = { ...classPaceOf(kiosk.lesson.plan), pupils: 30 };
const worksOfKiosk = stepWorks(kiosk, paceOf(kiosk.lesson.plan), classPace);
const forty = Array.from({ length: 40 }, (_, i) => worksOfKiosk[i % worksOfKiosk.length]).flatMap(
  (w) => w ?? [],
);
const classes = (runs: number) =>
  timesMs(12, () => void simulateClass(forty, classPace, { runs, seed: 1, holds: "least" }));
classes(200);
const [few, all2000] = [classes(200), classes(2000)];
row(
  "  30 pupils, 40 steps",
  `${ms(all2000)}; ${(all2000.median / 1000).toFixed(2)} of a second, ${(all2000.median / few.median).toFixed(1)} × a tenth of the classes`,
);
