import fc from "fast-check";
import { expect, test } from "vitest";
import { applyChanges, joinStep, putTask, takeTaskAway } from "#core/document/changes";
import { type Lesson, parseLessonText, serialiseLesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { reorderStep } from "#core/document/proposals";
import type { Change } from "#core/ground/base";
import { areaMm2 } from "#core/ground/geometry";
import { makeCards } from "#core/output/handout";
import type { Step } from "#core/telling/steps";
import { TASK_KINDS, USUAL_TASKS } from "#core/telling/tasks";
import { countSaid } from "#core/telling/told";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { lesson, put, views } from "./put-down.ts";

const two = put(put(lesson(views.one, []), "box", [40, 170], [120, 110]), "box", [90, 140], [160, 90]);

function after(before: Lesson, changes: readonly Change[]): Lesson {
  const done = applyChanges(before, changes);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
}

function stepOf(c: ComputedLesson, id: string): Step {
  const step = c.steps.find((s) => s.id === id);
  if (!step) throw new Error(`no step ${id}`);
  return step;
}

function withTask(before: Lesson, kind: Parameters<typeof putTask>[1], beside: string | null = null) {
  const { changes, stepId } = putTask(before, kind, beside === null ? null : { id: beside }, []);
  return { lesson: after(before, changes), stepId };
}

test("the usual tasks are said in sentences a child can follow, and need things that there are", () => {
  for (const kind of TASK_KINDS) {
    const { words } = USUAL_TASKS[kind];
    for (const sentence of words.split(/(?<=[.?!]) /)) expect(countSaid(sentence)).toBeLessThanOrEqual(12);
    const { lesson: one, stepId } = withTask(two, kind);
    const c = computeLesson(one);
    expect(stepOf(c, stepId).title).toBe(USUAL_TASKS[kind].title);
    expect(c.findings.filter((f) => f.about === stepId)).toEqual([]);
  }
});

test("a task stands first, last or beside its step, is numbered with the steps, and changes nothing they draw", () => {
  const plain = computeLesson(two);
  const front = plain.steps.find((s) => s.id === "box-1/front");
  let at = withTask(two, "lay-out").lesson;
  at = withTask(at, "watch", front?.id ?? "").lesson;
  at = withTask(at, "hand-in").lesson;
  const c = computeLesson(at);
  expect(c.steps[0]?.id).toBe("task:lay-out-1");
  expect(c.steps.at(-1)?.id).toBe("task:hand-in-1");
  expect(c.steps.findIndex((s) => s.id === "task:watch-1")).toBe(
    c.steps.findIndex((s) => s.id === "box-1/front") + 1,
  );
  expect(c.steps.map((s) => s.number)).toEqual(c.steps.map((_, i) => i + 1));
  const lined = c.steps.filter((s) => !s.task);
  expect(lined.map((s) => [s.id, s.instruction])).toEqual(plain.steps.map((s) => [s.id, s.instruction]));
  expect(c.paper).toEqual(plain.paper);
  expect(parseLessonText(serialiseLesson(at))).toMatchObject({ ok: true, value: at });
});

test("a task takes its minutes, its drying ends a part and is waited for, a gate and a place in the words hold to it", () => {
  const { lesson: glued, stepId } = withTask(two, "glue", "box-1/close");
  const c = computeLesson(glued);
  const window = c.schedule.windows.find((w) => w.stepId === stepId);
  expect((window?.endMs ?? 0) - (window?.startMs ?? 0)).toBeGreaterThanOrEqual(3 * 60_000);
  const index = c.steps.findIndex((s) => s.id === stepId);
  const part = c.parts.find((p) => p.last === index);
  expect(part?.gate).toMatchObject({ waitMinutes: 60 });
  const gated = after(glued, [
    changeAt("plan", "gates", [{ gate: "glue-dry", after: stepId, waitMinutes: 90 }]),
  ]);
  expect(computeLesson(gated).parts.find((p) => p.last === index)?.gate?.waitMinutes).toBe(90);
});

test("a card says what a task needs and the usual caution with it, and shows which pieces are meant", () => {
  const { changes, stepId } = putTask(two, "wash", null, ["box-2"]);
  const washed = computeLesson(after(two, changes));
  const card = makeCards(washed).find((k) => k.stepId === stepId);
  expect(card?.notes).toMatch(/You need: watercolour\./);
  expect(card?.notes).toMatch(/Wet paint: sleeves up/);
  expect(card?.picture.marks.filter((m) => m.kind === "area")).toHaveLength(
    stepOf(washed, stepId).marked.length,
  );
  // What shows of a box in front of another is its whole front, and less of the one behind.
  const regions = stepOf(washed, stepId).marked.reduce((sum, r) => sum + areaMm2(r), 0);
  const alone = computeLesson(after(two, [...changes, changeAt("object/box-1", "self", null)]));
  expect(regions).toBeLessThan(stepOf(alone, stepId).marked.reduce((sum, r) => sum + areaMm2(r), 0));
});

test("every other piece of a floor is every other tile, whether the floor itself is shaded or not", () => {
  const floor = put(lesson(views.one, []), "floor", [60, 190], [240, 120]);
  const { changes, stepId } = putTask(floor, "pattern", null, ["floor-1"]);
  const c = computeLesson(after(floor, changes));
  const object = c.lesson.objects[0];
  if (object?.recipe !== "floor") throw new Error("no floor");
  const shaded = Math.ceil((object.columns * object.rows) / 2);
  expect(stepOf(c, stepId).marked).toHaveLength(shaded);
  expect(c.paper.fills.length === 0 || object.chequered).toBe(true);
});

test("a task beside a step that is gone is told of, kept, and put at the end by its fix", () => {
  const { lesson: beside, stepId } = withTask(two, "talk", "box-2/front");
  const gone = computeLesson(after(beside, [changeAt("object/box-2", "self", null)]));
  expect(gone.steps.some((s) => s.id === stepId)).toBe(false);
  const finding = gone.findings.find((f) => f.code === "task-without-step");
  expect(finding).toMatchObject({ about: stepId, severity: "warning" });
  const fixed = computeLesson(after(gone.lesson, finding?.fix?.changes ?? []));
  expect(fixed.steps.at(-1)?.id).toBe(stepId);
  expect(fixed.findings.some((f) => f.code === "task-without-step")).toBe(false);
});

test("a task about a thing that is gone shows the rest and says so", () => {
  const { changes, stepId } = putTask(two, "ink", null, ["box-1", "box-2"]);
  const gone = computeLesson(after(after(two, changes), [changeAt("object/box-2", "self", null)]));
  const finding = gone.findings.find((f) => f.code === "task-without-thing");
  expect(finding?.about).toBe(stepId);
  const fixed = computeLesson(after(gone.lesson, finding?.fix?.changes ?? []));
  expect(fixed.findings.some((f) => f.code === "task-without-thing")).toBe(false);
});

test("a task moves anywhere, steps with lines pass it, and no step is told together with it", () => {
  const { lesson: talked, stepId } = withTask(two, "talk", "box-1/front");
  let c = computeLesson(talked);
  for (const to of [0, c.steps.length - 1, 3]) {
    const moved = reorderStep(c, stepId, to);
    expect(moved.refused).toBeNull();
    c = computeLesson(after(c.lesson, moved.changes ?? []));
    expect(c.steps[to]?.id).toBe(stepId);
  }
  const passing = c.steps[2];
  if (!passing) throw new Error("no step");
  const passed = reorderStep(c, passing.id, 3);
  expect(passed.refused).toBeNull();
  const next = computeLesson(after(c.lesson, passed.changes ?? []));
  expect([next.steps[3]?.id, next.steps[2]?.id]).toEqual([passing.id, stepId]);
  const behind = next.steps[4];
  const task = stepOf(next, stepId);
  expect(joinStep(next.lesson, next.steps, next.moves, task)).toBeNull();
  expect(behind && joinStep(next.lesson, next.steps, next.moves, behind)).not.toBeNull();
});

test("whatever is done with tasks, taking it back gives the very lesson", () => {
  const deed = fc.record({
    kind: fc.constantFrom(...TASK_KINDS),
    beside: fc.nat(40),
    away: fc.boolean(),
    to: fc.nat(40),
  });
  fc.assert(
    fc.property(fc.array(deed, { minLength: 1, maxLength: 8 }), (deeds) => {
      let now = two;
      let told = computeLesson(two);
      const back: (readonly Change[])[] = [];
      for (const { kind, beside, away, to } of deeds) {
        const c = told;
        const step = c.steps[beside % c.steps.length] ?? null;
        const task = now.tasks?.[0];
        const changes =
          away && task
            ? takeTaskAway(task)
            : task && to % 2
              ? (reorderStep(c, `task:${task.id}`, to % c.steps.length).changes ?? [])
              : putTask(now, kind, step, []).changes;
        if (changes.length === 0) continue;
        const done = applyChanges(now, changes);
        if (!done.ok) throw new Error(done.findings[0]?.message);
        back.unshift(done.value.inverse);
        now = done.value.lesson;
        // Each task is told once, and no step with lines is lost.
        told = computeLesson(now, told);
        const lost = told.findings.filter((f) => f.code === "task-without-step").length;
        expect(told.steps.filter((s) => s.task).length + lost).toBe(now.tasks?.length ?? 0);
      }
      for (const changes of back) now = after(now, changes);
      expect(now).toEqual(two);
    }),
    { numRuns: 40, seed: 7 },
  );
});

test("what is no task is refused with where and why, and the lesson stays as it is", () => {
  const { lesson: talked } = withTask(two, "talk");
  const refused = (change: Change, why: RegExp) => {
    const done = applyChanges(talked, [change]);
    expect(done.ok ? "taken" : done.findings[0]?.message).toMatch(why);
  };
  refused(changeAt("task/talk-1", "words", "   "), /needs words/);
  refused(changeAt("task/talk-1", "title", "x".repeat(200)), /at most 80/);
  refused(changeAt("task/talk-1", "minutes", 10_000), /at most 240/);
  refused(changeAt("task/talk-1", "place", { beside: "box-1" }), /a place is "first"/);
  refused(changeAt("task/nothing-1", "words", "x"), /no task/);
  refused(changeAt("lesson", "taskOrder", ["talk-1", "talk-1"]), /new order/);
});

test("own words that speak of letters the picture has not are told of; articles and squares are not taken for them", () => {
  const says = (instruction: string) =>
    computeLesson({ ...two, steps: { "box-1/front": { instruction } } }).findings.find(
      (f) => f.code === "letter-not-in-picture",
    );
  expect(says("Join Q to W with a firm line.")?.message).toMatch(/speak of Q and W/);
  expect(says("A line from A to B. Hold the T-square still.")).toBeUndefined();
});

test("a file that knows of no tasks opens, and gets none", () => {
  expect(demoLesson("crates-nine-ways").tasks).toBeUndefined();
});
