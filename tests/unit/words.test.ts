import { describe, expect, test } from "vitest";
import { sampleLesson } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import { formatLength } from "#core/ground/base";
import { drawSlip } from "#core/showing/display";
import type { Reading } from "#core/telling/told";

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

test("every length that is told stands on a mark of the ruler, the nearest to what is drawn, and is said so", () => {
  let checked = 0;
  for (const recipe of NAMES)
    for (const kind of VIEWS)
      for (const lesson of [sampleLesson(recipe, kind), inInches(sampleLesson(recipe, kind))]) {
        const { steps, sheet } = computeLesson({ ...lesson, plan: { ...lesson.plan, help: "same" } });
        const mark = sheet.unit === "in" ? 25.4 / 16 : 1;
        for (const step of steps)
          for (const { told, sentences } of step.acts)
            for (const reading of readingsIn(told.act)) {
              checked++;
              expect(Math.abs(reading.marks * mark - reading.exactMm), step.id).toBeLessThanOrEqual(
                mark / 2 + 1e-9,
              );
              expect(reading.about, step.id).toBe(Math.abs(reading.marks * mark - reading.exactMm) > 0.1);
              // A dash's width is left to the eye; one pace said once stands for all its marks.
              const said = sentences.join(" ");
              if (reading.kind === "measured" && !said.includes(" every "))
                expect(said, step.id).toContain(formatLength(reading.marks * mark, sheet));
            }
      }
  expect(checked).toBeGreaterThan(800);
});

/** The lengths an act is told by; more of the same by eye is counted, not measured. */
function readingsIn(value: unknown): Reading[] {
  if ((value as { do?: unknown } | null)?.do === "repeat") return [];
  if (typeof value !== "object" || value === null) return [];
  if ("exactMm" in value) return [value as Reading];
  return Object.values(value).flatMap(readingsIn);
}

test("plain wording says the same with plainer words, and a straight edge needs no marks", () => {
  const lesson = sampleLesson("house", "one-point");
  const full = computeLesson(lesson).steps;
  const plain = computeLesson({
    ...lesson,
    plan: { ...lesson.plan, reading: "plain", ruler: "straight-edge" },
  }).steps;
  const phases = (steps: typeof full) => [...new Set(steps.map((s) => s.id.split("~")[0]))];
  expect(phases(plain)).toEqual(phases(full));
  const text = plain.flatMap((s) => s.instruction).join(" ");
  expect(text).not.toMatch(/\bdiagonal|\bparallel\b|\bupright|\blightly|\bfirmly/);
  // Without marks on the ruler there are no numbers at all, in instruction, check or reason.
  for (const step of plain)
    for (const said of [...step.instruction, step.check, step.why])
      expect(said, step.id).not.toMatch(/\d\s?(?:mm|in)\b/);
  expect(text).toMatch(/of the sheet/);
  expect(full.flatMap((s) => s.instruction).join(" ")).toMatch(/\bupright\b|\d\smm/);
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

test("where each pupil chooses how deep things go, the words ask for it and say about how much; what is found stays found", () => {
  const lesson = sampleLesson("box", "two-point");
  const chosen = computeLesson({ ...lesson, plan: { ...lesson.plan, depths: "by-eye" } });
  const measured = computeLesson(lesson);
  const said = (c: typeof chosen) =>
    c.steps.filter((s) => s.id.startsWith("box-1/close")).flatMap((s) => s.instruction);
  expect(said(chosen).filter((s) => /choose [A-Z], here about \d+\smm along\.$/.test(s))).toHaveLength(2);
  expect(said(measured).join(" ")).not.toMatch(/choose/);
  const others = (c: typeof chosen) => said(c).filter((s) => !/choose|mark [A-Z]/.test(s));
  expect(others(chosen)).toEqual(others(measured));
});
