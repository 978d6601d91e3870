import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyChanges, MOST_CHANGES } from "#core/document/changes";
import { parseLesson, parseLessonText, serialiseLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { planLesson } from "#core/drawing/program";
import { planView } from "#core/drawing/view";
import { type Change, type Json, whereNotKept } from "#core/ground/base";
import { changeAt } from "../change-at.ts";
import { lesson, views } from "./put-down.ts";

const crate = (i: number, on: string | null = null) => ({
  id: `crate-${i}`,
  label: `crate ${i}`,
  recipe: "box",
  frame: "main",
  depthSetBy: on ? { object: on, face: "top" } : "ground",
  seeThrough: false,
  handles: {
    fromLeftMm: 100,
    fromBottomMm: 10 + i * 0.02,
    width: { mm: 20 },
    height: { mm: 0.5 },
    depth: { fraction: 0.2 },
  },
});
const crates = (count: number) =>
  lesson(
    views.one,
    Array.from({ length: count }, (_, i) => crate(i)),
  );
const said = (result: { ok: boolean; findings: readonly { message: string }[] }) =>
  result.ok ? "taken" : result.findings.map((f) => f.message).join(" ");

describe("numbers that JSON does not keep", () => {
  test("are refused in a lesson file wherever they stand, with the place", () => {
    const text = serialiseLesson(crates(2));
    for (const number of ["1e400", "-1e400"]) {
      const at = text.replaceAll('"fromLeftMm": 100', `"fromLeftMm": ${number}`);
      expect(said(parseLessonText(at))).toMatch(/objects\.0\.handles\.fromLeftMm: a number has to be finite/);
    }
    // Also where no rule of its own bounds the field.
    const corners = { xPx: Number.POSITIVE_INFINITY, yPx: 1 };
    const take = { id: "t", label: "t", video: null, narration: null, anchors: {} };
    const four = { topLeft: corners, topRight: corners, bottomRight: corners, bottomLeft: corners };
    expect(said(parseLesson({ ...crates(0), takes: [{ ...take, corners: four }] }))).toMatch(
      /takes\.0\.corners/,
    );
  });

  test("are refused in a change, also in one that the next change would cover up", () => {
    const change = (value: Json): Change => changeAt("object/crate-0", "handles.fromLeftMm", value);
    expect(said(applyChanges(crates(1), [change(Number.POSITIVE_INFINITY), change(100)]))).toMatch(/finite/);
    expect(said(applyChanges(crates(1), [change(Number.NaN)]))).toMatch(/finite/);
    expect(said(applyChanges(crates(1), [change(101)]))).toBe("taken");
  });

  test("what is taken comes back from JSON just as it was", () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
        if (whereNotKept(value) === null) expect(JSON.parse(JSON.stringify(value))).toEqual(value);
      }),
    );
  });
});

describe("depth", () => {
  test("a value nested without end is refused by its place, not by a stack that runs over", () => {
    let deep: Json = 1;
    for (let i = 0; i < 200_000; i++) deep = [deep];
    expect(whereNotKept(deep)?.why).toMatch(/nested more than 40 deep/);
    expect(said(applyChanges(crates(1), [changeAt("lesson", "title", deep)]))).toMatch(/nested/);
    expect(said(parseLesson({ ...crates(1), title: deep }))).toMatch(/nested/);
  });

  test("names that reach into every object stay out", () => {
    const text = serialiseLesson(crates(1)).replace('"steps": {}', '"steps": {"__proto__": {"title": "x"}}');
    expect(said(parseLessonText(text))).toMatch(/__proto__/);
    for (const [id, field] of [
      ["plan", "__proto__.ageBand"],
      ["lesson", "constructor.name"],
      ["object/crate-0", "handles.__proto__"],
      ["lesson", "objects.length"],
      ["step/__proto__", "title"],
    ] as const)
      expect(said(applyChanges(crates(1), [changeAt(id, field, "x")]))).not.toBe("taken");
    expect(({} as Record<string, unknown>).title).toBeUndefined();
  });

  const standing = (of: ReturnType<typeof lesson>) => {
    const view = planView(of.view, of.sheet);
    return planLesson(
      { ...of, drawnAs: { guides: "to-vp", centre: "measure", horizon: "drawn", erase: "never" } },
      view,
    ).scene;
  };

  test("a tower of 1,500 things, each standing on the one before, is stood up and drawn, in either order", () => {
    const tower = Array.from({ length: 1500 }, (_, i) => crate(i, i === 0 ? null : `crate-${i - 1}`));
    for (const objects of [tower, [...tower].reverse()]) {
      const stack = lesson(views.one, objects);
      expect(parseLesson(stack).ok).toBe(true);
      const scene = standing(stack);
      expect(scene.size).toBe(1500);
      expect(new Set([...scene.values()].map((s) => s.depthGroup))).toEqual(new Set(["ground"]));
    }
  });

  test("things that stand on each other in a ring are worked out too, to the last stage", () => {
    const ring = Array.from({ length: 1500 }, (_, i) => crate(i, `crate-${(i + 1) % 1500}`));
    expect(standing(lesson(views.one, ring)).size).toBe(1500);
    expect(computeLesson(lesson(views.one, ring.slice(0, 60))).steps.length).toBeGreaterThan(60);
  });
});

describe("very many changes", () => {
  test("more than an edit can have are refused with the count", () => {
    const many = Array.from({ length: MOST_CHANGES + 1 }, () => changeAt("plan", "sessionMinutes", 40));
    expect(said(applyChanges(crates(1), many))).toContain(
      `at most ${MOST_CHANGES} changes, this one ${many.length}`,
    );
  });

  test("every thing taken away and put back one by one is undone to the very lesson", () => {
    const before = crates(1500);
    const away = before.objects.map((o): Change => changeAt(`object/${o.id}`, "self", null));
    const emptied = applyChanges(before, away);
    if (!emptied.ok) throw new Error(said(emptied));
    expect(emptied.value.lesson.objects).toEqual([]);
    // Each thing and one order: not an order for every thing.
    expect(emptied.value.inverse).toHaveLength(1501);
    const back = applyChanges(emptied.value.lesson, emptied.value.inverse);
    expect(back.ok && back.value.lesson).toEqual(before);
  });

  test("any mixture of putting down, taking away, changing and reordering is undone to the very lesson", () => {
    const before = crates(6);
    const id = fc.integer({ min: 0, max: 9 });
    const one = fc.oneof(
      id.map((i): Change => changeAt(`object/crate-${i}`, "self", null)),
      id.map((i): Change => changeAt(`object/crate-${i}`, "self", crate(i) as unknown as Json)),
      id.map((i): Change => changeAt(`object/crate-${i}`, "handles.width", { mm: 10 + i })),
      id.map((i): Change => changeAt(`object/crate-${i}`, "handles.width.mm", 30 + i)),
      id.map((i): Change => changeAt("lesson", `objects.${i}.label`, `other ${i}`)),
    );
    let taken = 0;
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 8 }), fc.boolean(), (changes, turn) => {
        const frozen = structuredClone(before);
        const reversed = before.objects.map((o) => o.id).reverse();
        const order: Change[] = turn ? [changeAt("lesson", "drawingOrder", reversed)] : [];
        const done = applyChanges(before, [...order, ...changes]);
        expect(before).toEqual(frozen);
        if (!done.ok) return;
        taken++;
        const undone = applyChanges(done.value.lesson, done.value.inverse);
        expect(undone.ok && undone.value.lesson).toEqual(before);
        if (!undone.ok) return;
        const again = applyChanges(undone.value.lesson, undone.value.inverse);
        expect(again?.ok && again.value.lesson).toEqual(done.value.lesson);
      }),
      { numRuns: 400 },
    );
    expect(taken).toBeGreaterThan(30);
  });
});
