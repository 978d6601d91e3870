import { describe, expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson, drawLesson } from "#core/document/pipeline";
import type { Change } from "#core/ground/base";
import { makeCards } from "#core/output/handout";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";

const glasshouse = demoLesson("glasshouse");

function after(lesson: Lesson, ...changes: Change[]): Lesson {
  const applied = applyChanges(lesson, changes);
  if (!applied.ok) throw new Error(applied.findings[0]?.message);
  return applied.value.lesson;
}

describe("a stage runs again only when a slice it reads is another", () => {
  const before = computeLesson(glasshouse);
  const words = Object.keys(before.lesson.steps)[0] ?? before.steps[0]?.id ?? "";
  const first = glasshouse.objects[0];
  type Kept = "view" | "program" | "paper" | "evaluation" | "steps" | "heard" | "schedule";
  const all: readonly Kept[] = ["view", "program", "paper", "evaluation", "steps", "heard", "schedule"];
  const cases: readonly (readonly [string, Change, readonly Kept[]])[] = [
    ["goals", changeAt("plan", "goals", ["See depth"]), all],
    ["the hand-out's layout", changeAt("hand-out", "cardsPerPage", 2), all],
    ["the session's minutes", changeAt("plan", "sessionMinutes", 90), all],
    ["fading help", changeAt("plan", "help", "same"), ["view", "program", "paper", "evaluation", "heard"]],
    [
      "a step's own title",
      changeAt(`step/${words}`, "title", "Begin here"),
      ["view", "program", "paper", "evaluation", "heard"],
    ],
    [
      "how far guides run",
      changeAt("plan", "guides", glasshouse.plan.guides === "to-vp" ? "part-way" : "to-vp"),
      ["view", "heard"],
    ],
    ["a thing's name", changeAt(`object/${first?.id}`, "label", "old floor"), ["view", "heard"]],
    ["the horizon", changeAt("view", "horizonFromTopMm", 66), ["heard"]],
  ];
  test.each(cases)("%s", (_, change, kept) => {
    const now = computeLesson(after(glasshouse, change), before);
    for (const part of all) expect([part, now[part] === before[part]]).toEqual([part, kept.includes(part)]);
  });
});

test("moving one thing draws that thing anew and leaves the moves of the others", () => {
  const crates = demoLesson("crates-nine-ways");
  const before = drawLesson(crates);
  const moved = crates.objects[3];
  const now = drawLesson(after(crates, changeAt(`object/${moved?.id}`, "handles.fromBottomMm", 30)), before);
  for (const { id } of crates.objects)
    expect(now.program.drawings.get(id) === before.program.drawings.get(id)).toBe(id !== moved?.id);
});

test.each(["glasshouse", "crane-tower", "footbridge-in-fog"])(
  "a computed %s is plain data: its clone gives the same cards, and can be gone on from",
  (name) => {
    const lesson = demoLesson(name);
    const computed = computeLesson(lesson);
    const clone = structuredClone(computed);
    expect(makeCards(clone)).toEqual(makeCards(computed));
    const change: Change = changeAt("plan", "sessionMinutes", 77);
    expect(computeLesson(after(clone.lesson, change), clone)).toEqual(computeLesson(after(lesson, change)));
  },
);
