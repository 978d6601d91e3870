import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  applyChanges,
  duplicateObject,
  moveInDepth,
  moveInOrder,
  putObject,
  setNarration,
  tieStep,
} from "#core/document/changes";
import { dragObjectHandle, paperMeasures, setMeasure } from "#core/document/handles";
import {
  blankLesson,
  type Lesson,
  parseLesson,
  parseLessonText,
  serialiseLesson,
} from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import type { Change } from "#core/ground/base";
import { changeAt } from "../change-at.ts";
import { anyLesson } from "./lesson-arbitraries.ts";

/** Any one gesture a teacher can make on a lesson. */
function gesture(computed: ComputedLesson, pick: number, x: number, y: number): Change[] {
  const { lesson, view, program, steps } = computed;
  const object = lesson.objects[pick % Math.max(1, lesson.objects.length)];
  const to = { xMm: x, yMm: y };
  const measure = paperMeasures(lesson)[pick % 4];
  switch (pick % 11) {
    case 0:
      return [...(putObject(lesson, view, "box", to, { xMm: x + 40, yMm: y + 30 })?.changes ?? [])];
    case 1:
      return object ? [changeAt(`object/${object.id}`, "self", null)] : [];
    case 2:
      return object ? dragObjectHandle(object, program.scene, `${object.id}/foot`, to, view) : [];
    case 3:
      return object
        ? dragObjectHandle(
            object,
            program.scene,
            `${object.id}/${["width", "height", "depth"][pick % 3]}`,
            to,
            view,
          )
        : [];
    case 4:
      return object ? (moveInOrder(lesson, object.id, pick % 2 ? 1 : -1) ?? []) : [];
    case 5:
      return (
        moveInDepth(
          program.frontToBack,
          program.frontToBack[pick % Math.max(1, program.frontToBack.length)] ?? "ground",
          1,
        ) ?? []
      );
    case 6:
      return measure ? setMeasure(lesson, measure, 60 + Math.abs(x)) : [];
    case 7:
      return setNarration(lesson, "quay.vtt", [{ id: "c1", startMs: 0, endMs: 1000, text: "draw along" }]);
    case 8:
      return tieStep(lesson, steps[pick % steps.length]?.id ?? "", pick % 3 === 0 ? null : "c1.w2");
    case 9:
      return [changeAt(`step/${steps[pick % steps.length]?.id}`, "title", pick % 2 ? "Own title" : null)];
    default:
      return object ? (duplicateObject(lesson, object.id)?.changes ?? []) : [];
  }
}

describe("changes", () => {
  test("every gesture can be undone to the very document, and a refused one leaves it alone", () => {
    let applied = 0;
    fc.assert(
      fc.property(
        anyLesson(3),
        fc.array(
          fc.tuple(fc.nat(1000), fc.integer({ min: -50, max: 300 }), fc.integer({ min: -50, max: 300 })),
          { minLength: 1, maxLength: 12 },
        ),
        (start, gestures) => {
          let lesson = start;
          let computed = computeLesson(lesson);
          const undo: { inverse: readonly Change[]; before: Lesson }[] = [];
          for (const [pick, x, y] of gestures) {
            computed = computeLesson(lesson, computed);
            const changed = applyChanges(lesson, gesture(computed, pick, x, y));
            if (!changed.ok) continue;
            applied++;
            undo.push({ inverse: changed.value.inverse, before: lesson });
            lesson = changed.value.lesson;
            expect(parseLesson(structuredClone(lesson)).ok).toBe(true);
          }
          for (const { inverse, before } of undo.reverse()) {
            const back = applyChanges(lesson, inverse);
            expect(back.ok && back.value.lesson).toEqual(before);
            if (back.ok) lesson = back.value.lesson;
          }
        },
      ),
      { numRuns: 140 },
    );
    expect(applied).toBeGreaterThan(500);
  });

  test("stages run again only when their slice changed, and the result is the same as from scratch", () => {
    fc.assert(
      fc.property(
        anyLesson(3),
        fc.array(
          fc.tuple(fc.nat(1000), fc.integer({ min: -50, max: 300 }), fc.integer({ min: -50, max: 300 })),
          { maxLength: 8 },
        ),
        (start, gestures) => {
          let lesson = start;
          let computed = computeLesson(lesson);
          for (const [pick, x, y] of gestures) {
            const changed = applyChanges(lesson, gesture(computed, pick, x, y));
            if (!changed.ok) continue;
            lesson = changed.value.lesson;
            computed = computeLesson(lesson, computed);
            expect(computed).toEqual(computeLesson(lesson));
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test("moving an anchor recomputes no geometry", () => {
    const [lesson] = fc.sample(anyLesson(3), 1);
    if (!lesson) throw new Error("no sample");
    const named = applyChanges(
      lesson,
      setNarration(lesson, "a.vtt", [{ id: "c1", startMs: 0, endMs: 9000, text: "one two three" }]),
    );
    if (!named.ok) throw new Error("refused");
    const before = computeLesson(named.value.lesson);
    const moved = applyChanges(named.value.lesson, tieStep(named.value.lesson, "sheet/horizon", "c1.w2"));
    if (!moved.ok) throw new Error("refused");
    const after = computeLesson(moved.value.lesson, before);
    expect(after.paper).toBe(before.paper);
    expect(after.steps).toBe(before.steps);
    expect(after.schedule).not.toBe(before.schedule);
  });

  test("a lesson file reads back the same", () => {
    fc.assert(
      fc.property(anyLesson(3), (lesson) => {
        const read = parseLessonText(serialiseLesson(lesson));
        expect(read.ok && read.value).toEqual(lesson);
      }),
    );
  });
});

describe("lesson files that cannot be used", () => {
  const good = blankLesson("Quay", "mm");
  const refuse = (json: unknown, said: RegExp) => {
    const read = parseLesson(json);
    expect(read.ok).toBe(false);
    expect(read.findings.map((f) => f.message).join("\n")).toMatch(said);
  };
  test.each([
    ["no lesson", [], /its "format" should be "regulanda-lesson", got nothing/],
    ["another version", { ...good, version: 3 }, /version 3; this program reads versions up to 2/],
    ["a missing field", { ...good, sheet: { ...good.sheet, widthMm: undefined } }, /sheet\.widthMm/],
    [
      "a negative sheet",
      { ...good, sheet: { ...good.sheet, widthMm: -3 } },
      /sheet\.widthMm: a side is at least 50 mm \(got -3\)/,
    ],
    [
      "a VP off the horizon",
      {
        ...good,
        view: {
          ...good.view,
          frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 9, fromTopMm: 99 } }],
        },
      },
      /stands 29\.0 mm below the horizon \(70 mm from the top\)/,
    ],
    ["an unknown field", { ...good, colour: "red" }, /colour/],
    ["a take that is not there", { ...good, currentTake: "take-9" }, /no take "take-9"/],
    [
      "two things of one name",
      { ...good, objects: [box("crate"), box("crate")] },
      /objects\.1\.id: "crate" is already taken/,
    ],
    [
      "a flat width in a two-point view",
      {
        ...good,
        view: {
          ...good.view,
          frames: [
            {
              id: "main",
              kind: "two-point",
              leftVanishingPoint: { fromLeftMm: 0 },
              rightVanishingPoint: { fromLeftMm: 290 },
            },
          ],
        },
        objects: [box("crate")],
      },
      /the width runs to a vanishing point here/,
    ],
  ])("%s", (_name, json, said) => refuse(json, said));
});

function box(id: string) {
  return {
    id,
    label: id,
    recipe: "box",
    frame: "main",
    depthSetBy: "ground",
    seeThrough: false,
    handles: {
      fromLeftMm: 20,
      fromBottomMm: 20,
      width: { mm: 30 },
      height: { mm: 30 },
      depth: { fraction: 0.4 },
    },
  };
}
