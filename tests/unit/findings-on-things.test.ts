import { expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import { type Lesson, parseLessonText } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import type { Json } from "#core/ground/base";
import { changeAt } from "../change-at.ts";
import { DEMO_NAMES, demoLesson } from "../demo-lesson.ts";
import { lesson, put, views } from "./put-down.ts";

const told = (l: Lesson, code: string) => computeLesson(l).findings.filter((f) => f.code === code);

function changed(l: Lesson, id: string, field: string, value: Json): Lesson {
  const done = applyChanges(l, [changeAt(id, field, value)]);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
}

test("a crate half off the one it stands on is told of; one that stands on it, up to the edge, is not", () => {
  const low = put(lesson(views.one, []), "box", [40, 190], [140, 130]);
  const top = { depthSetBy: { object: "box-1", face: "top" } };
  const flat = (l: Lesson) => changed(l, "object/box-2", "handles.depth", { fraction: 0.05 });
  const on = (from: [number, number], to: [number, number]) =>
    told(flat(put(low, "box", from, to, top)), "off-its-face");
  expect(on([60, 126], [100, 100])).toEqual([]);
  const [over] = on([120, 126], [170, 100]);
  expect(over).toMatchObject({ about: "box-2", severity: "warning" });
  expect(over?.message).toMatch(/^The box 2 reaches over the edge of the top of box 1/);
  expect(over?.numbers.overShare).toBeGreaterThan(0.1);
});

test("an arch that springs above the wall it is on hangs on nothing there", () => {
  const wall = put(lesson(views.one, []), "box", [40, 190], [140, 90]);
  const arch = (springing: number) =>
    told(
      put(wall, "round", [60, 190], [100, 120], {
        on: { object: "box-1", face: "front" },
        between: { from: 0.3, to: 0.7 },
        foot: 0,
        springing,
      }),
      "off-its-face",
    );
  expect(arch(0.5)).toEqual([]);
  expect(arch(0.9)[0]?.message).toMatch(/hangs on nothing/);
});

test("a crate pushed through the wall of a room is told of with the wall; one that stands against it is not", () => {
  const room = put(lesson(views.one, []), "room", [90, 150], [210, 40]);
  const c = computeLesson(room);
  const floor = c.program.solids[0]?.solid.faces.find((f) => f.id === "floor");
  expect(floor).toBeDefined();
  const crate = (x: number) =>
    told(put(room, "box", [x, 175], [x + 30, 150]), "stuck-through").filter((f) => f.about === "box-1");
  expect(crate(130)).toEqual([]);
  // At a foot 25 mm up, the right wall stands at 150 + 150 × 115 / 140 mm.
  expect(crate(243)).toEqual([]);
  expect(crate(260)[0]?.message).toMatch(/^Box 1 is stuck through the right wall of the room/);
});

test("a size typed between two marks is told with about, and moved onto a mark at a press; not where nobody measures", () => {
  const off = changed(
    put(lesson(views.one, []), "box", [40, 190], [70, 130]),
    "object/box-1",
    "handles.width",
    { mm: 30.4 },
  );
  const [found] = told(off, "off-the-marks");
  expect(found?.message).toMatch(/^A length of the box 1 stands between two marks of the ruler \(30\.4.mm\)/);
  const fixed = applyChanges(off, found?.fix?.changes ?? []);
  if (!fixed.ok) throw new Error(fixed.findings[0]?.message);
  expect(told(fixed.value.lesson, "off-the-marks")).toEqual([]);
  expect(fixed.value.lesson.objects[0]).toMatchObject({ handles: { width: { mm: 30 } } });
  const byEye: Lesson = { ...off, plan: { ...off.plan, ruler: "straight-edge" } };
  expect(told(byEye, "off-the-marks")).toEqual([]);
  const sentences = computeLesson(off)
    .steps.flatMap((s) => s.instruction)
    .join(" ");
  expect(sentences).toMatch(/about 30.mm/);
});

test("what rounding to the marks moves by more than a pencil shows is told of by its letter, with how far", () => {
  // Twelve tiles of 7.4 mm: each mark rounds by up to half a mm, a whole word's lines cross flatly.
  const word = put(lesson(views.one, []), "lettering", [20, 150], [283.3, 90.7], { text: "QUAYSIDE" });
  const found = told(word, "moved-by-rounding");
  for (const f of found) {
    expect(f.numbers.movedMm).toBeGreaterThan(1);
    expect(f.message).toMatch(/^Measured on the ruler's marks, /);
  }
  // An eighth of an inch is coarse for a depth: at a press it is put on a mark, and stays where it is drawn.
  const inches = (l: Lesson): Lesson => ({
    ...l,
    sheet: { widthMm: 279.4, heightMm: 215.9, unit: "in", smallestFraction: 8 },
    view: {
      ...l.view,
      horizonFromTopMm: 63.5,
      frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 152.4 } }],
    },
  });
  const coarse = [0.3, 0.33, 0.36, 0.39, 0.42].map((fraction) =>
    inches(
      changed(put(lesson(views.one, []), "box", [38, 187], [88, 137]), "object/box-1", "handles", {
        fromLeftMm: 38.1,
        fromBottomMm: 25.4,
        width: { mm: 50.8 },
        height: { mm: 50.8 },
        depth: { fraction },
      }),
    ),
  );
  const moved = coarse.filter((l) => told(l, "moved-by-rounding").length > 0);
  expect(moved.length).toBeGreaterThan(0);
  for (const l of moved) {
    const done = applyChanges(l, told(l, "moved-by-rounding")[0]?.fix?.changes ?? []);
    if (!done.ok) throw new Error(done.findings[0]?.message);
    expect(told(done.value.lesson, "moved-by-rounding")).toEqual([]);
    const close = computeLesson(done.value.lesson).steps.find((s) => s.id === "box-1/close");
    expect(close?.instruction[0]).not.toMatch(/about/);
  }
  const exact = put(lesson(views.one, []), "box", [40, 190], [70, 130]);
  expect(told(exact, "moved-by-rounding")).toEqual([]);
});

test("the cone of vision names its thing, and is silent where both points stand at the sheet's ends on purpose", () => {
  const at = (left: number, right: number): Lesson["view"] => ({
    ...views.two,
    frames: [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: left },
        rightVanishingPoint: { fromLeftMm: right },
      },
    ],
  });
  const wide = (l: number, r: number) =>
    told(put(lesson(at(l, r), []), "box", [150, 190], [151, 60]), "outside-cone");
  expect(wide(40, 260)[0]?.message).toMatch(/of box 1 stand outside/);
  expect(wide(0, 300)).toEqual([]);
});

test("a horizon in the middle is silent where the class finds the middle of the sheet first", () => {
  const middle = put(lesson({ ...views.one, horizonFromTopMm: 100 }, []), "box", [60, 190], [100, 150]);
  const withCentre = (centre: Lesson["plan"]["centre"]): Lesson => ({
    ...middle,
    plan: { ...middle.plan, centre },
  });
  expect(told(withCentre("none"), "horizon-in-middle")).toHaveLength(1);
  for (const centre of ["measure", "fold", "diagonals", "eye"] as const)
    expect(told(withCentre(centre), "horizon-in-middle")).toEqual([]);
});

test("no finding or step of a demo lesson speaks in ids, or of a length of nothing, whatever the ruler", () => {
  const coarse = { unit: "in", smallestFraction: 2 } as const;
  const lessons = DEMO_NAMES.map(demoLesson).flatMap((l) => [l, { ...l, sheet: { ...l.sheet, ...coarse } }]);
  for (const lesson of lessons) {
    const { findings, steps, lesson: l } = computeLesson(lesson);
    for (const s of steps.flatMap((step) => [...step.inFull, step.check]))
      expect(s).not.toMatch(/(?<![\d⁄.\u00a0])0\u00a0(?:in|mm)/);
    for (const { message, fix, code } of findings) {
      if (fix) expect(applyChanges(l, fix.changes).ok, code).toBe(true);
      for (const { id } of l.objects) expect(message).not.toMatch(new RegExp(`"${id}["/]`));
      expect(message).not.toMatch(/(?<![\d⁄.])0\u00a0(?:in|mm)/);
      expect(message).not.toMatch(/corner-\d|side corner/);
    }
  }
});

test("a name of only spaces or of 200 letters is kept, told otherwise, and is a finding with a fix", () => {
  const long = `${"wheelbarrow ".repeat(16)}barrows`;
  expect(long.length).toBeGreaterThan(190);
  const two = put(put(lesson(views.one, []), "box", [40, 190], [70, 130]), "box", [100, 190], [130, 130]);
  for (const [value, kept, called] of [
    ["   ", "", "box"],
    [long, long, "wheelbarrow wheelbarrow wheelbarrow wheelbarrow wheelbarrow"],
    ["x".repeat(200), "x".repeat(200), "x".repeat(60)],
  ] as const) {
    const named = changed(two, "object/box-2", "label", value);
    const read = parseLessonText(JSON.stringify(named));
    expect(read.ok && read.value.objects[1]?.label).toBe(kept);
    const c = computeLesson(named);
    const [finding, ...more] = c.findings.filter((f) => f.code === "name-cannot-be-told");
    expect(more).toEqual([]);
    expect(finding?.about).toBe("box-2");
    expect(finding?.message).toContain(`the ${called}`);
    const titles = c.steps.filter((s) => s.objectId === "box-2").map((s) => s.title);
    expect(titles.length).toBeGreaterThan(2);
    for (const title of titles) expect(title.toLowerCase()).toMatch(new RegExp(`^${called}: [a-z]`));
    const fixed = applyChanges(named, finding?.fix?.changes ?? []);
    expect(fixed.ok && fixed.value.lesson.objects[1]?.label).toBe(called);
    expect(fixed.ok && told(fixed.value.lesson, "name-cannot-be-told")).toEqual([]);
  }
});

test("things without a name are told apart", () => {
  const two = put(put(lesson(views.one, []), "box", [40, 190], [70, 130]), "box", [100, 190], [130, 130]);
  const nameless = { ...two, objects: two.objects.map((o) => ({ ...o, label: "" })) };
  const called = new Set(computeLesson(nameless).steps.map((s) => s.title.split(":")[0]));
  expect([...called].filter((t) => t?.startsWith("Box"))).toEqual(["Box", "Box 2"]);
});
