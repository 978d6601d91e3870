import { describe, expect, test } from "vitest";
import { applyChanges, changeViewKind, sampleLesson, VIEW_KINDS, viewKindOf } from "#core/document/changes";
import { computeLesson } from "#core/document/pipeline";
import { RECIPE_NAMES } from "#core/drawing/recipes";

describe.each(RECIPE_NAMES)("a lesson with %s", (recipe) => {
  test.each(VIEW_KINDS.map((v) => v.kind))("can be seen with %s, and taken back unchanged", (kind) => {
    const lesson = sampleLesson(recipe, "one-point");
    const changed = applyChanges(lesson, changeViewKind(lesson, kind));
    expect(changed.ok, changed.findings.map((f) => f.message).join(" ")).toBe(true);
    if (!changed.ok) return;
    expect(viewKindOf(changed.value.lesson)).toBe(kind);
    const { paper, steps } = computeLesson(changed.value.lesson);
    expect(steps.length).toBeGreaterThan(2);
    for (const s of paper.strokes) expect(Number.isFinite(s.from.xMm + s.to.yMm), s.id).toBe(true);
    const back = applyChanges(changed.value.lesson, changed.value.inverse);
    expect(back.ok && back.value.lesson).toEqual(lesson);
  });
});
