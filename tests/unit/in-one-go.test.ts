import { expect, test } from "vitest";
import { sampleLesson } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { demoLesson } from "../demo-lesson.ts";

// What a hand does in one go is told in one go, and what belongs together is not torn apart.

const wordsOf = (lesson: Lesson, step: RegExp) =>
  computeLesson(lesson)
    .steps.filter((s) => step.test(s.id))
    .flatMap((s) => s.instruction);

test("a box set into a letter's tile is marked from its corners and joined: margins alike are told once", () => {
  const lesson = demoLesson("lock-in-block-letters");
  const square = lesson.objects.map((o) =>
    o.recipe === "lettering" ? { ...o, handles: { ...o.handles, height: { mm: 50.8 } } } : o,
  );
  expect(wordsOf({ ...lesson, objects: square }, /cut-o2/).slice(0, 2)).toEqual([
    "Along all sides of tile F2G2G3F3 mark 1⁄2\u00a0in from each corner.",
    "Join opposite marks lightly, crossing at N, P, Q and R.",
  ]);
  // A tile that runs away has no margins to measure: its marks are told one by one.
  expect(wordsOf(sampleLesson("lettering", "two-point"), /cut-o/).join(" ")).not.toMatch(
    /all sides|both ends/,
  );
});

test("where uprights run to a point of their own, each column of windows is aimed once", () => {
  const windows = computeLesson(demoLesson("crane-tower"))
    .steps.filter((s) => s.objectId === "windows")
    .flatMap((s) => s.instruction);
  const aims = windows.filter((s) => s.startsWith("Aim at the top edge"));
  expect(aims).toHaveLength(4);
  expect(windows.filter((s) => s.startsWith("Go on between")).length).toBe(8);
});

test("a mark and the line that starts at it stand in one step", () => {
  const lessons = [
    demoLesson("footbridge-in-fog"),
    demoLesson("ticket-kiosk"),
    sampleLesson("floor", "looking-down"),
  ];
  for (const lesson of lessons) {
    const { steps } = computeLesson(lesson);
    for (const [i, { id, acts }] of steps.entries()) {
      const [last, next] = [acts.at(-1)?.told.act, steps[i + 1]?.acts[0]?.told.act];
      if (last?.do !== "mark" || last.at.length > 1 || next?.do !== "rule") continue;
      expect(
        next.lines.map((l) => JSON.stringify(l.from)),
        id,
      ).not.toEqual([JSON.stringify(last.at[0]?.gives)]);
    }
  }
});

test("a mirrored upright goes on to the water, and as far again below it", () => {
  const lesson = sampleLesson("reflection", "one-point");
  const acts = computeLesson(lesson)
    .steps.filter((s) => s.id.includes("/uprights"))
    .flatMap((s) => s.acts.map((a) => a.told.act));
  // No place is drawn to and then marked once more.
  const drawnTo = acts.flatMap((a) => (a.do === "rule" ? a.lines.flatMap((l) => l.gives ?? []) : []));
  const marked = acts.flatMap((a) => (a.do === "mark" ? a.at.map((m) => m.gives) : []));
  const names = [...drawnTo, ...marked].map((n) => JSON.stringify(n));
  expect(new Set(names).size).toBe(names.length);
  expect(acts.length).toBeLessThan(12);
});

test("all parts of a phase get the same help, and less each time", () => {
  const stages = new Map<string, Set<string>>();
  for (const { id, stage, why } of computeLesson(demoLesson("crates-nine-ways")).steps) {
    const [phase = ""] = id.split("~");
    stages.set(phase, (stages.get(phase) ?? new Set()).add(stage));
    if (stage !== "reason") expect(why, id).toBe("");
  }
  expect([...stages.values()].every((s) => s.size === 1)).toBe(true);
  expect(new Set([...stages.values()].flatMap((s) => [...s])).size).toBe(5);
});
