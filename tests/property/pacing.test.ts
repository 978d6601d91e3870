import fc from "fast-check";
import { expect, test } from "vitest";
import { learnPace, nthSmallest, type StepWork, simulateClass, stepWorks } from "#core/class/pacing";
import { computeLesson } from "#core/document/pipeline";
import { CLASS_GUESSES, type ClassPace, classPaceOf, paceOf } from "#core/ground/plan";
import { demoLesson } from "../demo-lesson.ts";

const PACE: ClassPace = { ...CLASS_GUESSES["9-11"], lineMs: 18_000 };
const ALIKE: Partial<ClassPace> = { spread: 0, restarts: 0, lagMs: 0 };

function work(i: number, given: Partial<StepWork>): StepWork {
  const at = { fromMs: i * 60_000, untilMs: i * 60_000 + 40_000, endMs: (i + 1) * 60_000 };
  return {
    stepId: `s${i}`,
    ...at,
    handMs: 0,
    workMs: 0,
    shownMs: 0,
    holdMs: 0,
    taskMs: 0,
    besideMs: 0,
    ...given,
  };
}
const seconds = (most: number) => fc.integer({ min: 0, max: most }).map((s) => s * 1000);
const works = (longest: number) =>
  fc
    .array(
      fc.record({ workMs: seconds(90), shownMs: seconds(40), taskMs: fc.constantFrom(0, 0, 0, 20_000) }),
      {
        minLength: 1,
        maxLength: longest,
      },
    )
    .map((list) => list.map((w, i) => work(i, w)));
const least = (list: readonly StepWork[], pace: ClassPace, runs = 40, grainMs = 1000) =>
  simulateClass(list, pace, { runs, seed: 7, holds: "least", grainMs });

test("where all hands are alike the waits are hand arithmetic: what a pupil takes, less what is shown", () => {
  fc.assert(
    fc.property(works(8), seconds(10), (list, lagMs) => {
      const run = least(list, { ...PACE, ...ALIKE, lagMs }, 3);
      let behind = 0;
      for (const [i, w] of list.entries()) {
        if (w.workMs > 0) behind += Math.max(0, w.workMs + lagMs - w.shownMs);
        const wait = w.workMs > 0 ? Math.max(0, behind - w.taskMs) : 0;
        behind = Math.max(0, behind - wait - w.taskMs);
        expect(run.steps[i]?.holdMs).toBe(wait);
        expect(run.steps[i]?.after.inStep).toBe(behind === 0 ? 1 : 0);
      }
    }),
  );
});

test("a lesson without a recording asks the waits of its own estimate when all hands are alike", () => {
  const lesson = demoLesson("quay-crates");
  const computed = computeLesson({
    ...lesson,
    takes: [],
    currentTake: null,
    plan: { ...lesson.plan, help: "same" },
  });
  const own = { ...classPaceOf(computed.lesson.plan), ...ALIKE };
  const list = stepWorks(computed, paceOf(computed.lesson.plan), own);
  const run = least(list, own, 2);
  for (const [i, step] of computed.steps.entries()) {
    const ruled = computed.moves.slice(step.firstMove, step.lastMove + 1).every((m) => m.hand === "rule");
    if (step.stage !== "reason" || step.kind !== "draw-along" || !ruled) continue;
    // Every line: what the pupil takes longer than the demonstrator, as the plan's paces say.
    const { pupilLineMs, demonstratorLineMs } = paceOf(computed.lesson.plan);
    expect(run.steps[i]?.holdMs, step.id).toBe(step.newLines * (pupilLineMs - demonstratorLineMs));
  }
});

test("more of the class, or a slower hand, never asks less time: not of all waits up to any step", () => {
  const sums = (list: readonly StepWork[], pace: ClassPace) => {
    let sum = 0;
    return least(list, pace, 12, 1).steps.map((s) => (sum += s.holdMs));
  };
  fc.assert(
    fc.property(
      works(6),
      fc.double({ min: 0.5, max: 0.9, noNaN: true }),
      fc.double({ min: 0, max: 0.09, noNaN: true }),
      fc.double({ min: 1, max: 2, noNaN: true }),
      (list, keep, more, slower) => {
        const plain = sums(list, { ...PACE, keep });
        const keepsMore = sums(list, { ...PACE, keep: keep + more });
        const slow = sums(
          list.map((w) => ({ ...w, workMs: w.workMs * slower })),
          { ...PACE, keep, lineMs: PACE.lineMs * slower },
        );
        for (const [i, sum] of plain.entries()) {
          expect(keepsMore[i]).toBeGreaterThanOrEqual(sum - 1);
          expect(slow[i]).toBeGreaterThanOrEqual(sum - 2 * (i + 1));
        }
      },
    ),
    { numRuns: 60 },
  );
});

/** Every way of waiting 0, g, 2g … at each step, and the least sum of those that keep the share after each. */
function exhaustive(list: readonly StepWork[], pace: ClassPace, grainMs: number, most: number): number {
  let best = Number.POSITIVE_INFINITY;
  const holds = new Array<number>(list.length).fill(0);
  const tryFrom = (i: number, sum: number) => {
    if (sum >= best) return;
    if (i === list.length) {
      const set = list.map((w, k) => ({ ...w, holdMs: holds[k] ?? 0 }));
      const { steps } = simulateClass(set, pace, { runs: 3, seed: 7, holds: "present" });
      if (steps.every((s, k) => list[k]?.workMs === 0 || s.after.inStep >= pace.keep - 1e-9)) best = sum;
      return;
    }
    for (let n = 0; n <= (list[i]?.workMs === 0 ? 0 : most); n++) {
      holds[i] = n * grainMs;
      tryFrom(i + 1, sum + n * grainMs);
    }
    holds[i] = 0;
  };
  tryFrom(0, 0);
  return best;
}

test("no other waits that keep the class are shorter together: against every way of waiting", () => {
  fc.assert(
    fc.property(works(3), fc.constantFrom(0.5, 0.7, 0.85), (list, keep) => {
      const pace = { ...PACE, pupils: 6, keep, helpMs: 5000 };
      const grainMs = 20_000;
      const run = simulateClass(list, pace, { runs: 3, seed: 7, holds: "least", grainMs });
      const sum = run.steps.reduce((a, s) => a + s.holdMs, 0);
      const most = Math.max(...run.steps.map((s) => s.holdMs)) / grainMs + 2;
      expect(exhaustive(list, pace, grainMs, Math.min(most, 12))).toBe(sum);
    }),
    { numRuns: 25 },
  );
});

test("the same seed gives the same class, another one another", () => {
  const list = [work(0, { workMs: 40_000, shownMs: 9000 }), work(1, { workMs: 60_000, shownMs: 9000 })];
  const run = (seed: number) => simulateClass(list, PACE, { runs: 50, seed, holds: "least" });
  expect(run(3)).toEqual(run(3));
  expect(run(3).steps[1]?.before).not.toEqual(run(4).steps[1]?.before);
});

test("the rank of a number is its place when sorted", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 60 }),
      fc.nat(),
      (list, n) => {
        const rank = n % list.length;
        expect(nthSmallest(Float64Array.from(list), rank)).toBe([...list].sort((a, b) => a - b)[rank]);
      },
    ),
  );
});

test("few classes move the guess little, many replace it; no class says nothing", () => {
  expect(learnPace([], 18_000)).toBeNull();
  const moved = [1, 4, 40].map((n) => (learnPace(new Array(n).fill(27_000), 18_000)?.lineMs ?? 0) - 18_000);
  expect(moved[0]).toBeLessThan(2000);
  expect(moved[1]).toBeGreaterThan(moved[0] ?? 0);
  expect(moved[2]).toBeGreaterThan(8000);
  expect(moved[2]).toBeLessThan(9000);
});
