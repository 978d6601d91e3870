import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { DEMO_NAMES, demoLesson, TRADE_SAMPLE_NAMES, tradeSample } from "../demo-lesson.ts";
import { lessonWith, RECIPE_NAMES, VIEW_KINDS } from "./recipe-arbitraries.ts";

// Every text of a finding that a person sees: no id of the program's in it, neither as it is nor with its hyphens taken out.

/** Names that are only the program's: addresses, and what is put together of numbers or of more words than one says. */
function isNoWords(id: string): boolean {
  return id.includes("/") || /\d.*-|~/.test(id) || id.split("-").length > 3;
}

/** Where each text speaks in ids; empty when all is in words. */
function idsIn(lesson: Lesson, { program, findings, steps }: ComputedLesson): string[] {
  const said = new Set(lesson.objects.map((o) => o.label));
  const ids = new Set<string>();
  for (const { built } of program.scene.values()) {
    for (const name of Object.keys(built.points)) ids.add(name);
    for (const name of Object.keys(built.solid.corners)) ids.add(name);
    for (const { id } of [...built.solid.faces, ...built.solid.edges]) ids.add(id);
  }
  for (const m of program.moves) ids.add(m.id);
  for (const s of steps) ids.add(s.id);
  const never = [...ids].filter((id) => isNoWords(id) && !said.has(id));
  const spoken = never.flatMap((id) => [id, id.replaceAll("-", " ")]);
  const texts = findings.flatMap((f) => [
    f.message,
    ...[f.fix, ...(f.otherFixes ?? [])].flatMap((m) => (m ? [m.label] : [])),
  ]);
  return texts.filter(
    (text) =>
      /[a-z]\/[a-z]|[a-z]-\d|\bcorner-|~/.test(text) ||
      / of (?:left|right|back|front) (?:side|wall)\b/.test(text) ||
      spoken.some((id) => ` ${text} `.includes(` ${id} `) || text.includes(`"${id}"`)),
  );
}

/** The lesson with its things pushed about: off the sheet, over the horizon, behind the eye, through each other. */
function pushed(lesson: Lesson, by: number): Lesson {
  const handles = (h: object) =>
    Object.fromEntries(
      Object.entries(h).map(([name, value]) => [
        name,
        /^from(Left|Bottom|Top)Mm$/.test(name) && typeof value === "number" ? value + by : value,
      ]),
    );
  const objects = lesson.objects.map((o, i) =>
    i % 2 === 0 && "handles" in o ? { ...o, handles: handles(o.handles) } : o,
  ) as Lesson["objects"];
  return { ...lesson, objects };
}

const shipped = [
  ...DEMO_NAMES.map((name) => [name, demoLesson(name)] as const),
  ...TRADE_SAMPLE_NAMES.map((name) => [name, tradeSample(name)] as const),
];

describe.each(shipped)("%s", (_, lesson) => {
  test("is spoken of in words, as it ships and with its things pushed about", () => {
    const first = computeLesson(lesson);
    expect(idsIn(lesson, first)).toEqual([]);
    expect(new Set(first.steps.map((s) => s.id)).size).toBe(first.steps.length);
    for (const by of [-60, 90]) {
      const other = pushed(lesson, by);
      expect(idsIn(other, computeLesson(other, first))).toEqual([]);
    }
  });
});

test.each(RECIPE_NAMES)(
  "whatever is wrong with a random %s is said in words; no two steps share an id",
  (recipe) => {
    fc.assert(
      fc.property(
        fc.constantFrom(...VIEW_KINDS).chain((kind) => lessonWith(recipe, kind)),
        fc.constantFrom(0, -120, 150),
        (lesson, by) => {
          const other = pushed(lesson, by);
          const computed = computeLesson(other);
          expect(idsIn(other, computed)).toEqual([]);
          expect(new Set(computed.steps.map((s) => s.id)).size).toBe(computed.steps.length);
        },
      ),
      { numRuns: 8 },
    );
  },
);
