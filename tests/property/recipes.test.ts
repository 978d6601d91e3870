import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Lesson, parseLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { holds } from "../holds.ts";
import { foundWhereSeen } from "./found-where-seen.ts";
import { drawnWithoutNaN, neverNaN } from "./never-nan.ts";
import { lessonWith, RECIPE_NAMES, VIEW_KINDS } from "./recipe-arbitraries.ts";
import { ruled } from "./ruled.ts";

/** Numbers a slip of the keyboard or a broken file may bring. */
const wildNumber = fc.oneof(
  fc.constantFrom(0, -1, 1e-9, 1e9, -1e9, 0.5, 3000, -3000),
  fc.double({ min: -4000, max: 4000, noNaN: true }),
);

/** The object with the numbers of its handles replaced in turn, every other one. */
function wildly(object: Lesson["objects"][number], wild: readonly number[]): unknown {
  let i = 0;
  const replaced = (value: unknown): unknown => {
    if (typeof value === "number") return i++ % 2 === 0 ? (wild[(i - 1) % wild.length] ?? value) : value;
    if (value === null || typeof value !== "object") return value;
    return Object.fromEntries(Object.entries(value).map(([k, x]) => [k, replaced(x)]));
  };
  return "handles" in object ? { ...object, handles: replaced(object.handles) } : object;
}

describe.each(RECIPE_NAMES)("%s", (recipe) => {
  test.each(VIEW_KINDS)("its ruler finds every point where camera and three.js see it: %s", (kind) => {
    let compared = 0;
    fc.assert(
      fc.property(lessonWith(recipe, kind), (lesson) => {
        const { findings } = parseLesson(lesson);
        holds(findings.length === 0, () => findings.map((f) => f.message).join(" "));
        const drawn = ruled(lesson);
        drawnWithoutNaN(drawn);
        compared += foundWhereSeen(lesson, drawn);
      }),
      { numRuns: 40 },
    );
    const pointless = ["hills", "tone"].includes(recipe) || (recipe === "rays" && kind === "one-point");
    if (!pointless) expect(compared).toBeGreaterThan(20);
  });

  test.each(VIEW_KINDS)("wild numbers are refused by name or drawn without a slip: %s", (kind) => {
    fc.assert(
      fc.property(
        lessonWith(recipe, kind),
        fc.array(wildNumber, { minLength: 6, maxLength: 6 }),
        (lesson, wild) => {
          const parsed = parseLesson({ ...lesson, objects: lesson.objects.map((o) => wildly(o, wild)) });
          if (!parsed.ok) {
            for (const f of parsed.findings) expect(f.message).toMatch(/^(objects|view)\.\d*/);
            return;
          }
          neverNaN(computeLesson(parsed.value));
        },
      ),
      { numRuns: 30 },
    );
  });
});
