import type { ClassTaught } from "#core/class/record";
import { classPlanOf } from "#core/class/teaching";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { seeded } from "#core/ground/base";

/** Made-up classes of the Saturday drawing club at Osier Lock: one slow week, one quick, and the holiday group. */
const CLASSES = [
  {
    day: "2026-10-03",
    group: "Saturday 9–11s",
    pupils: 22,
    slower: 1.3,
    change: "Sharpen the pencils before, not at the kerb.",
  },
  { day: "2026-10-10", group: "Tuesday club", pupils: 14, slower: 1.05, change: "" },
  {
    day: "2026-10-24",
    group: "Holiday week",
    pupils: 19,
    slower: 1.2,
    change: "Show the wall guides once more before the roof.",
  },
] as const;
/** In each of them some steps lasted much longer, and the class got stuck. */
const HARD_STEPS = 5;

/** Classes taught of a demo lesson; the same each time. */
export function demoClasses(lesson: Lesson): ClassTaught[] {
  const { steps } = classPlanOf(computeLesson(lesson), lesson.plan);
  const next = seeded(9);
  const hard = new Set(Array.from({ length: HARD_STEPS }, () => Math.floor(next() * steps.length)));
  return CLASSES.map(({ slower, ...of }) => ({
    ...of,
    ageBand: lesson.plan.ageBand,
    steps: steps.map((step, i) => {
      const longer = slower * (hard.has(i) ? 1.5 : 1) * (0.9 + 0.2 * next());
      const holdMs = step.holdMs ?? 0;
      const tookMs = Math.round((step.plannedMs * longer) / 1000) * 1000;
      return {
        ...step,
        tookMs: i === steps.length - 1 && of.group === "Tuesday club" ? null : tookMs,
        waitedMs: holdMs > 0 ? Math.max(0, holdMs + tookMs - step.plannedMs) : null,
        stuck: hard.has(i) && next() < 0.6 ? 1 : 0,
        slips: hard.has(i) && next() < 0.5 ? 1 + Math.floor(next() * 3) : 0,
      };
    }),
  }));
}
