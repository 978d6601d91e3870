import { describe, expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import { computeLesson } from "#core/document/pipeline";
import { proposeOrder } from "#core/document/proposals";
import { phaseOf } from "#core/drawing/program";
import { makeCards } from "#core/output/handout";
import { turnDrawing } from "#core/showing/display";
import { changeAt } from "../change-at.ts";
import { lesson, put, views } from "./put-down.ts";

describe("order and steps", () => {
  const two = put(put(lesson(views.one, []), "box", [40, 170], [120, 110]), "box", [90, 140], [160, 90]);

  test("what was said of a step is forgotten whole, and undoing that brings it all back", () => {
    const told = { ...two, steps: { "box-1/front": { title: "The near face", holdMs: 9000 } } };
    const done = applyChanges(told, [changeAt("step/box-1/front", "self", null)]);
    if (!done.ok) throw new Error(done.findings[0]?.message);
    expect(done.value.lesson.steps).toEqual({});
    const back = applyChanges(done.value.lesson, done.value.inverse);
    expect(back.ok && back.value.lesson).toEqual(told);
  });

  test("a thing drawn on a turned sheet: the sheet is turned in its first step and turned back in its last", () => {
    const turned = (quarters: 1 | 2 | 3) => ({
      ...two,
      objects: two.objects.map((o) => (o.id === "box-2" ? { ...o, turned: quarters } : o)),
    });
    const plain = computeLesson(two);
    for (const quarters of [1, 2, 3] as const) {
      const c = computeLesson(turned(quarters));
      const own = c.moves.filter((m) => m.objectId === "box-2" && m.hand !== "erase");
      const drawn = own.filter((m) => m.hand !== "turn");
      expect(drawn.map((m) => m.id)).toEqual(
        plain.moves.filter((m) => m.objectId === "box-2" && m.hand !== "erase").map((m) => m.id),
      );
      const turns = own.flatMap((m, i) => (m.hand === "turn" ? [[i, m.quarters, m.phase]] : []));
      expect(turns).toEqual([
        [0, quarters, drawn[0]?.phase],
        [own.length - 1, 4 - quarters, drawn.at(-1)?.phase],
      ]);
      const phases = (l: typeof c) => [
        ...new Set(l.steps.flatMap((s) => l.moves.slice(s.firstMove, s.lastMove + 1).map(phaseOf))),
      ];
      expect(phases(c)).toEqual(phases(plain));
    }
  });

  test("an order that cannot be drawn says which move needs which, and the usual one stays", () => {
    const c = computeLesson({ ...two, stepOrder: ["box-1/close", "box-1/front"] });
    const finding = c.findings.find((f) => f.code === "illegal-order");
    expect(finding?.message).toMatch(/: box 1 \(close\) needs the .*, which box 1 \(\w+\) makes only later/);
    expect(c.moves.map((m) => m.id)).toEqual(computeLesson(two).moves.map((m) => m.id));
  });

  test("fronts first: both fronts, then the rest, with the rubbing-out found anew", () => {
    const plain = computeLesson(two);
    const c = computeLesson({ ...two, stepOrder: ["box-1/front", "box-2/front", "box-1/guides"] });
    expect(c.findings.filter((f) => f.code === "illegal-order")).toEqual([]);
    const at = (id: string) => c.steps.findIndex((s) => s.id === id);
    expect(at("box-2/front")).toBeLessThan(at("box-1/guides"));
    // The nearer box's own tails are gone in the end either way.
    expect(c.paper.strokes.length).toBe(plain.paper.strokes.length);
  });

  test("steps are joined and cut as the educator says", () => {
    const plain = computeLesson(two);
    const joined = computeLesson({ ...two, steps: { "box-1/guides": { joined: true } } });
    expect(joined.steps).toHaveLength(plain.steps.length - 1);
    const cut = plain.moves.filter((m) => m.objectId === "box-1" && m.phase === "front")[3]?.id ?? "";
    const apart = computeLesson({ ...two, steps: { "box-1/front": { cutBefore: [cut] } } });
    expect(apart.steps).toHaveLength(plain.steps.length + 1);
    expect(apart.steps.flatMap((s) => [s.firstMove, s.lastMove])).toEqual(
      [...apart.steps.flatMap((s) => [s.firstMove, s.lastMove])].sort((a, b) => a - b),
    );
  });

  test("help fades when the same kind of thing comes again, and plain words are plainer", () => {
    const three = put(two, "house", [200, 180], [260, 110]);
    const more = put(put(three, "house", [10, 100], [30, 80]), "house", [250, 110], [280, 90]);
    const row = [10, 35, 60, 85, 110].reduce(
      (l, x) => put(l, "house", [x, 190], [x + 15, 175]),
      lesson(views.one, []),
    );
    const peaks = computeLesson(row).steps.filter((s) => s.id.endsWith("/peak"));
    expect(peaks.map((s) => s.stage)).toEqual(["reason", "told", "asked", "short", "alone"]);
    expect(peaks.map((s) => s.why !== "")).toEqual([true, false, false, false, false]);
    expect(peaks[4]?.wordCount).toBeLessThan(peaks[0]?.wordCount ?? 0);
    // What is measured is told at every stage.
    for (const peak of peaks) expect(peak.instruction.join(" ")).toMatch(/\d\smm up/);
    const same = computeLesson({ ...more, plan: { ...more.plan, help: "same" } });
    expect(same.steps.filter((s) => s.id.endsWith("/peak")).map((s) => s.stage)).toEqual([
      "reason",
      "told",
      "told",
    ]);
    const plain = computeLesson({ ...three, plan: { ...three.plan, reading: "plain" } });
    expect(plain.steps.find((s) => s.id === "house-1/peak")?.instruction.join(" ")).not.toMatch(
      /diagonal|upright/,
    );
  });

  test("the proposed order draws the nearer thing first and rubs out less", () => {
    const far = put(put(lesson(views.one, []), "box", [90, 130], [170, 70]), "box", [60, 190], [150, 110]);
    const proposal = proposeOrder(far);
    expect(proposal?.changes[0]?.value).toEqual(["box-2", "box-1"]);
    expect(proposal?.numbers.savedMm).toBeGreaterThan(10);
    const changed = applyChanges(far, proposal?.changes ?? []);
    if (!changed.ok) throw new Error("refused");
    expect(proposeOrder(changed.value.lesson)).toBeNull();
  });
});

test("on a turned sheet the card turns too, and the sheet lies as before afterwards", () => {
  const walls = put(lesson(views.one, []), "room", [0, 0], [0, 0]);
  const door = put(walls, "openings", [0, 0], [0, 0], {
    on: { object: "room-1", face: "left-wall" },
    turned: 1,
  });
  const after = put(door, "box", [120, 190], [150, 160]);
  const c = computeLesson(after);
  const first = c.steps.find((s) => s.id === "openings-1/heights");
  expect(first?.instruction[0]).toBe("Turn the sheet a quarter to the right.");
  expect(
    c.steps.filter((s) => s.objectId === "openings-1" && s.kind !== "erase").every((s) => s.quarters === 1),
  ).toBe(true);
  expect(c.steps.filter((s) => s.objectId === "box-1").every((s) => s.quarters === 0)).toBe(true);
  const cards = makeCards(c);
  const of = (id: string) => cards.find((card) => card.stepId === id)?.picture.box;
  expect(of("openings-1/heights")).toMatchObject({ width: 200, height: 300 });
  expect(of("box-1/front")).toMatchObject({ width: 300, height: 200 });
  const drawing = cards[0]?.picture;
  if (!drawing) throw new Error("no card");
  expect(
    turnDrawing(turnDrawing(drawing, 1), 3).marks.map(
      (m) => m.kind === "path" && m.points.map((p) => [Math.round(p.x * 1e6), Math.round(p.y * 1e6)]),
    ),
  ).toEqual(
    drawing.marks.map(
      (m) => m.kind === "path" && m.points.map((p) => [Math.round(p.x * 1e6), Math.round(p.y * 1e6)]),
    ),
  );
});
