import fc from "fast-check";
import { expect, test } from "vitest";
import { simulateClass, stepWorks } from "#core/class/pacing";
import { type ClassTaught, type StepTaught, seenLineMs } from "#core/class/record";
import {
  actOn,
  type ClassPlan,
  cameBack,
  classPlanOf,
  isDue,
  LONGER_MS,
  plannedBefore,
  shownMs,
  type TeachAct,
  type TeachEvent,
  taughtOf,
  teachState,
} from "#core/class/teaching";
import { applyChanges } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import {
  holdsToAdd,
  LONGEST_WAIT_MS,
  proposeClassHolds,
  proposeFromRecord,
  takeAllWaits,
  takeClassHolds,
} from "#core/document/proposals";
import { classPaceOf, paceOf } from "#core/ground/plan";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";

const planOf = (computed: ComputedLesson): ClassPlan => classPlanOf(computed, computed.lesson.plan);
const quay = computeLesson({ ...demoLesson("quay-crates"), takes: [], currentTake: null });
const glasshouse = computeLesson(demoLesson("glasshouse"));
const OF = { day: "2026-11-28", group: "Saturday 9–11s", ageBand: "9-11", pupils: 20, change: "" } as const;

test("the stations of a class run through the whole lesson, every wait of it among them, with a recording and without", () => {
  const waits = computeLesson(changed(glasshouse.lesson, holdsToAdd(glasshouse) ?? []).lesson);
  for (const computed of [quay, glasshouse, waits]) {
    const { stations, steps } = planOf(computed);
    const shown = stations.filter((s) => s.kind === "show").reduce((a, s) => a + s.toMs - s.fromMs, 0);
    const waited = stations.reduce((a, s) => a + s.waitMs, 0);
    const [first, last] = [computed.schedule.windows[0]?.startMs ?? 0, computed.schedule.totalMs];
    // All that is planned for the steps is what the class is to take.
    expect(plannedBefore(planOf(computed), steps.length)).toBeCloseTo(shown + waited, -2);
    for (const s of steps) expect((s.toldMs ?? 0) + (s.holdMs ?? 0)).toBeLessThanOrEqual(s.plannedMs + 1);
    // A task that is waited for in the recording is waited for once.
    const all = computed.steps.reduce((sum, s) => sum + (s.task?.minutes ?? 0) * 60_000, 0);
    const tasks = computed === waits ? 0 : all;
    // Nobody films a class at its task: its time comes on top of the recording's.
    expect(shown + waited).toBeCloseTo(last - first + (computed.editMap ? tasks : 0), -2);
    expect([...new Set(stations.map((s) => s.step))]).toEqual(steps.map((_, i) => i));
  }
});

const ACTS: readonly TeachAct[] = ["on", "on", "on", "back", "longer", "again", "stuck", "slip"];

test("whatever is pressed when, the minutes of all steps together are the minutes of the class", () => {
  const plan = planOf(quay);
  fc.assert(
    fc.property(
      fc.array(fc.record({ act: fc.constantFrom(...ACTS), afterMs: fc.integer({ min: 0, max: 90_000 }) }), {
        maxLength: 60,
      }),
      fc.integer({ min: 0, max: 100_000 }),
      (presses, rest) => {
        let now = 1_000_000;
        const events: TeachEvent[] = [{ kind: "go", at: now, station: 0 }];
        let marks = 0;
        for (const { act, afterMs } of presses) {
          now += afterMs;
          const event = actOn(plan, teachState(plan, events, now), act, now);
          if (event) events.push(event);
          if (event?.kind === "stuck") marks++;
        }
        now += rest;
        const state = teachState(plan, events, now);
        const taught = taughtOf({ ...plan }, events, OF, now);
        const all = taught?.steps.reduce((a, s) => a + (s.tookMs ?? 0), 0) ?? 0;
        // Steps only passed by are left out, each at most a second and a half.
        expect(Math.abs(state.classMs - all)).toBeLessThanOrEqual(1500 * plan.steps.length);
        expect(taught?.steps.reduce((a, s) => a + s.stuck, 0) ?? marks).toBe(marks);
        expect(shownMs(plan, state)).toBeLessThanOrEqual(quay.schedule.totalMs);
      },
    ),
    { numRuns: 200 },
  );
});

test("a wait runs out, is made longer from then on, and is ended; a closed lid counts for nothing", () => {
  const plan = planOf(quay);
  const wait = plan.stations.findIndex((s) => s.kind === "wait");
  const { waitMs = 0, step = 0 } = plan.stations[wait] ?? {};
  const begun: TeachEvent[] = [{ kind: "go", at: 0, station: wait }];
  expect(isDue(plan, teachState(plan, begun, waitMs - 1), true)).toBe(false);
  expect(isDue(plan, teachState(plan, begun, waitMs), true)).toBe(true);
  // Where the educator says when, it never goes on by itself.
  expect(isDue(plan, teachState(plan, begun, waitMs * 9), false)).toBe(false);
  const late = waitMs + 5000;
  const longer = [...begun, { kind: "longer", at: late, ms: LONGER_MS } as const];
  expect(teachState(plan, longer, late).waitMs).toBe(late + LONGER_MS);
  const away = [...longer, { kind: "away", at: late + 3_600_000, since: late + 1000 } as const];
  expect(teachState(plan, away, late + 3_600_000).spentMs).toBe(late + 1000);
  const ended = [...away, { kind: "end", at: late + 3_601_000 } as const];
  const took = taughtOf(plan, ended, OF, late + 3_601_000)?.steps[step];
  expect(took).toMatchObject({ tookMs: late + 2000, waitedMs: late + 2000, holdMs: waitMs });
  // Ended by a slip of the finger, it goes on where it was.
  const on = [...ended, { kind: "go", at: late + 3_700_000, station: wait } as const];
  expect(teachState(plan, on, late + 3_700_000)).toMatchObject({ ended: false, classMs: late + 2000 });
});

test("who comes back finds what was shown standing still, and one press goes on", () => {
  const plan = planOf(glasshouse);
  const begun: TeachEvent[] = [{ kind: "go", at: 0, station: 0 }];
  const back = [...begun, ...cameBack(plan, begun, 4000, 900_000)];
  const state = teachState(plan, back, 950_000);
  expect([state.resting, state.spentMs, shownMs(plan, state)]).toEqual([
    true,
    4000,
    (plan.stations[0]?.fromMs ?? 0) + 4000,
  ]);
  expect(isDue(plan, state, true)).toBe(false);
  expect(actOn(plan, state, "on", 950_000)).toEqual({ kind: "run", at: 950_000 });
  // In a wait the ring goes on where it was; a class that is over stays over.
  const wait = plan.stations.findIndex((s) => s.kind === "wait");
  expect(cameBack(plan, [{ kind: "go", at: 0, station: wait }], 4000, 9000)).toHaveLength(1);
  expect(cameBack(plan, [...begun, { kind: "end", at: 10 }], 4000, 9000)).toEqual([]);
});

/** A class in which steps took other times than planned. */
function classOf(
  computed: ComputedLesson,
  took: (s: StepTaught, index: number) => Partial<StepTaught>,
): ClassTaught {
  return {
    ...OF,
    steps: planOf(computed).steps.map((planned, i) => {
      const step = { ...planned, tookMs: planned.plannedMs, waitedMs: null, stuck: 0, slips: 0 };
      return { ...step, ...took(step, i) };
    }),
  };
}

const changed = (lesson: Lesson, changes: Parameters<typeof applyChanges>[1]) => {
  const done = applyChanges(lesson, changes);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value;
};

test("a step that ran over is given longer: half of it after one class, more after three, nothing where classes disagree", () => {
  const at = quay.steps.findIndex((s) => s.newLines > 0 && s.kind === "draw-along" && s.stage === "reason");
  const id = quay.steps[at]?.id ?? "";
  const over = (ms: number) => classOf(quay, (s, i) => (i === at ? { tookMs: s.plannedMs + ms } : {}));
  const propose = (classes: ClassTaught[]) =>
    proposeFromRecord(quay, classes, null).filter((p) => p.kind === "wait");
  const waitNow = planOf(quay).steps[at]?.holdMs ?? 0;
  expect(propose([over(40_000)]).map((p) => [p.stepId, p.waitMs])).toEqual([[id, waitNow + 20_000]]);
  expect(propose([over(40_000), over(40_000), over(40_000)])[0]?.waitMs).toBe(waitNow + 30_000);
  expect(propose([over(40_000), over(0), over(0)])).toEqual([]);
  expect(propose([over(-40_000)])).toEqual([]);
  const [proposal] = propose([over(40_000)]);
  expect(proposal?.evidence).toHaveLength(1);
  const { lesson, inverse } = changed(quay.lesson, proposal?.changes ?? []);
  expect(planOf(computeLesson(lesson)).steps[at]?.holdMs).toBe(waitNow + 20_000);
  expect(changed(lesson, inverse).lesson).toEqual(quay.lesson);
  // Taken once, the same class does not ask for it again; nor does what was taught before the step was cut.
  expect(proposeFromRecord(computeLesson(lesson), [over(40_000)], null)).toEqual([]);
  const everyStep = classOf(quay, (s) => ({ tookMs: s.plannedMs + 30_000 }));
  const all = proposeFromRecord(quay, [everyStep], null);
  expect(changed(quay.lesson, takeAllWaits(quay, all)).lesson.steps).not.toEqual(quay.lesson.steps);
});

test("a wait that would be over two minutes is proposed as a cut, and the step is two then", () => {
  const at = quay.steps.findIndex((s) => s.cuts.length > 0 && s.kind === "draw-along");
  const far = classOf(quay, (s, i) => (i === at ? { tookMs: s.plannedMs + 2.5 * LONGEST_WAIT_MS } : {}));
  const [cut] = proposeFromRecord(quay, [far], null);
  expect(cut?.kind).toBe("cut");
  const after = computeLesson(changed(quay.lesson, cut?.changes ?? []).lesson);
  expect(after.steps).toHaveLength(quay.steps.length + 1);
  expect(proposeFromRecord(after, [far], null)).toEqual([]);
});

test("a slip that was seen is warned of, also where help has faded", () => {
  const at = quay.steps.findIndex((s) => s.usualSlip !== "" && s.slip === "");
  const seen = classOf(quay, (_, i) => (i === at ? { slips: 2 } : {}));
  const [warn] = proposeFromRecord(quay, [seen], null);
  expect(warn).toMatchObject({ kind: "warn", stepId: quay.steps[at]?.id });
  const warned = computeLesson(changed(quay.lesson, warn?.changes ?? []).lesson).steps[at];
  expect(warned?.slip).toBe(quay.steps[at]?.usualSlip);
  expect(warned?.notes.join(" ")).toContain("Watch out:");
  expect(
    proposeFromRecord(computeLesson(changed(quay.lesson, warn?.changes ?? []).lesson), [seen], null),
  ).toEqual([]);
});

test("who reckons with a line of their own is told what classes take, and can go by that", () => {
  const learnt = { lineMs: 15_000, guessMs: 14_000, seenMs: 19_000, classes: 4 };
  expect(proposeFromRecord(quay, [], learnt)).toEqual([]);
  const said = changed(quay.lesson, [changeAt("plan", "classPace", { lineMs: 30_000 })]);
  expect(changed(said.lesson, said.inverse).lesson).toEqual(quay.lesson);
  expect(computeLesson(said.lesson).schedule.totalMs).toBeGreaterThan(quay.schedule.totalMs);
  const own = computeLesson({
    ...quay.lesson,
    plan: { ...quay.lesson.plan, classPace: { lineMs: 30_000, pupils: 8 } },
  });
  const [pace] = proposeFromRecord(own, [], learnt);
  expect(pace?.says).toContain("30.0 s");
  expect(changed(own.lesson, pace?.changes ?? []).lesson.plan.classPace).toEqual({ pupils: 8 });
});

test("a class that was waited for until it was done tells the pace it was made with", () => {
  for (const lineMs of [10_000, 18_000, 30_000]) {
    const pace = paceOf(quay.lesson.plan);
    const own = { ...classPaceOf(quay.lesson.plan), lineMs, lagMs: 0, restarts: 0 };
    const works = stepWorks(quay, pace, own);
    const alone = works.map((w) => ({ ...w, shownMs: 0 }));
    // Each step by itself, waited for until 85 in 100 are there.
    const holds = alone.map(
      (w) => simulateClass([w], own, { runs: 200, seed: 5, holds: "least" }).steps[0]?.holdMs ?? 0,
    );
    const taught = classOf(quay, (s, i) => ({ tookMs: (s.toldMs ?? 0) + (holds[i] ?? 0) }));
    const seen = seenLineMs({ ...taught, ageBand: quay.lesson.plan.ageBand }) ?? 0;
    expect(Math.abs(seen / lineMs - 1)).toBeLessThan(0.05);
  }
});

test("the waits of a class are one edit, with a recording and without, and bring the share along when they are taken", () => {
  for (const computed of [quay, glasshouse]) {
    const run = (of: ComputedLesson, holds: "present" | "least") => {
      const pace = classPaceOf(of.lesson.plan);
      const works = stepWorks(of, paceOf(of.lesson.plan), pace);
      return { works, run: simulateClass(works, pace, { runs: 100, seed: 3, holds }) };
    };
    const { works, run: least } = run(computed, "least");
    const proposals = proposeClassHolds(computed, works, least).map((p) => ({ ...p, cut: null }));
    const { lesson, inverse } = changed(computed.lesson, takeClassHolds(computed, proposals));
    const after = run(computeLesson(lesson), "present").run;
    for (const [i, step] of after.steps.entries()) {
      expect(step.holdMs, step.stepId).toBe(least.steps[i]?.holdMs);
      if ((works[i]?.workMs ?? 0) > 0) expect(step.after.inStep).toBeGreaterThanOrEqual(0.849);
    }
    expect(changed(lesson, inverse).lesson).toEqual(computed.lesson);
  }
});
