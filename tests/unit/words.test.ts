import { describe, expect, test } from "vitest";
import { parseLength } from "#core/base";
import { sampleLesson } from "#core/changes";
import { drawSlip } from "#core/display";
import { distanceMm, findPaperPoint } from "#core/geometry";
import type { Lesson } from "#core/lesson";
import { computeLesson } from "#core/pipeline";
import { RECIPE_NAMES } from "#core/recipes";

const NAMES = RECIPE_NAMES;
const VIEWS = ["one-point", "two-point"] as const;

const inInches = (lesson: Lesson): Lesson => ({
  ...lesson,
  sheet: { ...lesson.sheet, unit: "in", smallestFraction: 16 },
});

describe.each(NAMES)("the words of %s", (recipe) => {
  test.each(VIEWS)("are whole sentences without ids, gaps or wrong articles: %s", (kind) => {
    for (const lesson of [sampleLesson(recipe, kind), inInches(sampleLesson(recipe, kind))]) {
      for (const step of computeLesson(lesson).steps) {
        const all = [step.title, ...step.instruction, ...step.readings, ...step.notes, step.check, step.slip];
        for (const text of all) {
          expect(text, step.id).not.toMatch(/undefined|null|NaN|Infinity|\{it\}/i);
          expect(text, step.id).not.toMatch(/ {2}|\bthe the\b|\bthe corner \d+\b(?! of)/);
          expect(text, step.id).not.toMatch(/[a-z]+-\d+\/[a-z]/);
        }
        expect(step.instruction.length, step.id).toBeGreaterThan(0);
        for (const sentence of [...step.instruction, ...step.notes])
          expect(sentence, step.id).toMatch(/^[A-Z].*[.!?]$/);
        expect(step.title, step.id).toMatch(/^[A-Z]/);
      }
    }
  });
});

test("a reading along a line is the length on paper, to the smallest step", () => {
  let checked = 0;
  for (const recipe of NAMES)
    for (const kind of VIEWS) {
      const c = computeLesson(sampleLesson(recipe, kind));
      for (const move of c.moves)
        for (const point of move.points) {
          const { rule } = point;
          if (rule.kind !== "along" && rule.kind !== "measured") continue;
          const [a, b] = [rule.from, point.id].map((id) => {
            const p = c.evaluation.points.get(id);
            return p ? findPaperPoint(p) : null;
          });
          const step = c.steps.find(
            (s) => s.firstMove <= c.moves.indexOf(move) && c.moves.indexOf(move) <= s.lastMove,
          );
          if (!a || !b || !step || step.readings.length >= 8) continue;
          const lengths = step.readings.map((r) =>
            parseLength(/^[\d\s\u00a0⁄.]+(?:mm|in)/.exec(r)?.[0] ?? "", c.sheet, 1),
          );
          checked++;
          expect(
            lengths.some((mm) => mm !== null && Math.abs(mm - distanceMm(a, b)) <= 0.2501),
            `${point.id} in ${step.id}: ${step.readings.join("; ")}`,
          ).toBe(true);
        }
    }
  expect(checked).toBeGreaterThan(60);
});

test("plain wording says the same with plainer words, and a straight edge needs no marks", () => {
  const lesson = sampleLesson("house", "one-point");
  const full = computeLesson(lesson).steps;
  const plain = computeLesson({
    ...lesson,
    plan: { ...lesson.plan, reading: "plain", ruler: "straight-edge" },
  }).steps;
  expect(plain.map((s) => s.id)).toEqual(full.map((s) => s.id));
  const text = plain.flatMap((s) => s.instruction).join(" ");
  expect(text).not.toMatch(/\bdiagonal|\bparallel\b/);
  expect(text).toMatch(/No ruler:/);
  expect(full.flatMap((s) => s.instruction).join(" ")).toMatch(/\bdiagonal/);
  // Readings are the same whatever the wording.
  expect(plain.map((s) => s.readings)).toEqual(full.map((s) => s.readings));
});

test("the wrong picture of a slip shows lines that the right one has not", () => {
  let shown = 0;
  for (const recipe of NAMES) {
    const c = computeLesson(sampleLesson(recipe, "one-point"));
    for (const step of c.steps) {
      const picture = drawSlip(c.paper, c.sheet, step, "card");
      if (!picture) continue;
      shown++;
      const wrong = picture.marks.filter((m) => m.id.endsWith("#wrong"));
      expect(wrong.length, step.id).toBeGreaterThan(0);
      const off = wrong.filter((m) => {
        const stroke = c.paper.strokes.find((s) => m.id === `${s.id}#wrong`);
        const end = m.kind === "path" ? m.points[1] : undefined;
        if (!stroke || !end) return false;
        const [dx, dy] = [stroke.to.xMm - stroke.from.xMm, stroke.to.yMm - stroke.from.yMm];
        const across =
          Math.abs(dx * (end.y - stroke.from.yMm) - dy * (end.x - stroke.from.xMm)) / Math.hypot(dx, dy);
        return across > 0.5 || step.slipKind === "even-gaps";
      });
      expect(off.length, `${step.id} (${step.slipKind})`).toBeGreaterThan(0);
    }
  }
  expect(shown).toBeGreaterThan(25);
});
