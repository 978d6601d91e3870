import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  applyChanges,
  cutStep,
  joinStep,
  mirrorCopy,
  nudge,
  putObject,
  setMark,
  standInRow,
} from "#core/document/changes";
import { dragObjectHandle, faceUnder, objectHandles, snapTargets, snapTo } from "#core/document/handles";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { reorderStep } from "#core/document/proposals";
import { planView, worldToPaper } from "#core/drawing/view";
import { findPaperPoint } from "#core/ground/geometry";
import { changeAt } from "../change-at.ts";
import { lesson, put, views } from "../unit/put-down.ts";

const applied = (l: Lesson, changes: Parameters<typeof applyChanges>[1]): Lesson => {
  const done = applyChanges(l, changes);
  if (!done.ok) throw new Error(done.findings[0]?.message);
  return done.value.lesson;
};
const two = put(put(lesson(views.two, []), "box", [90, 100], [150, 150]), "box", [180, 120], [220, 170]);
const one = put(put(lesson(views.one, []), "box", [30, 100], [80, 150]), "box", [180, 120], [220, 170]);

describe("steps", () => {
  test("any step cut before any of its moves and joined again is the step it was", () => {
    const computed = computeLesson(two);
    const cuttable = computed.steps.filter((s) => s.cuts.length > 0);
    expect(cuttable.length).toBeGreaterThan(4);
    fc.assert(
      fc.property(fc.constantFrom(...cuttable), fc.nat(), (step, n) => {
        const before = step.cuts[n % step.cuts.length] ?? 0;
        const changes = cutStep(two, computed.moves, step, before);
        expect(changes).not.toBeNull();
        const cut = computeLesson(applied(two, changes ?? []), computed);
        expect(cut.steps.length).toBe(computed.steps.length + 1);
        const second = cut.steps.find((s) => s.firstMove === before);
        expect(second).toBeDefined();
        const back = second && joinStep(cut.lesson, cut.steps, cut.moves, second);
        const joined = computeLesson(applied(cut.lesson, back ?? []), cut);
        expect(joined.steps.map((s) => [s.id, s.firstMove, s.lastMove])).toEqual(
          computed.steps.map((s) => [s.id, s.firstMove, s.lastMove]),
        );
        expect(joined.lesson.steps).toEqual(two.steps);
      }),
    );
  });

  test("two steps told together part again at the place where they met", () => {
    const computed = computeLesson(two);
    for (const step of computed.steps.slice(1)) {
      const together = computeLesson(
        applied(two, joinStep(two, computed.steps, computed.moves, step) ?? []),
        computed,
      );
      expect(together.steps.length).toBe(computed.steps.length - 1);
      const whole = together.steps.find((s) => s.firstMove < step.firstMove && s.lastMove >= step.firstMove);
      const parted = whole && cutStep(together.lesson, together.moves, whole, step.firstMove);
      expect(computeLesson(applied(together.lesson, parted ?? [])).lesson.steps).toEqual({});
    }
  });

  test("a step goes where every line still finds what it needs, and is refused in words elsewhere", () => {
    const computed = computeLesson(two);
    let [moved, refused] = [0, 0];
    for (const [from, step] of computed.steps.entries())
      for (const to of computed.steps.keys()) {
        if (to === from) continue;
        const tried = reorderStep(computed, step.id, to);
        if (tried.changes) {
          const next = computeLesson(applied(two, tried.changes));
          expect(next.findings.map((f) => f.code)).not.toContain("illegal-order");
          expect(next.steps.findIndex((s) => s.id === step.id)).toBe(to);
          moved++;
        } else {
          expect(tried.refused).toMatch(
            /^Not possible: step \d+ ".+" (needs the .+ from step \d+ ".+", which|goes with the lines)|^Both are parts of one step/,
          );
          refused++;
        }
      }
    expect(moved).toBeGreaterThan(3);
    expect(refused).toBeGreaterThan(3);
  });

  test("a hold of one's own takes the place of the estimate, and nothing else moves before it", () => {
    const computed = computeLesson(two);
    const step = computed.steps[2];
    const held = computeLesson(applied(two, [changeAt(`step/${step?.id}`, "holdMs", 600_000)]));
    expect(held.schedule.windows.slice(0, 3).map((w) => w.startMs)).toEqual(
      computed.schedule.windows.slice(0, 3).map((w) => w.startMs),
    );
    const window = held.schedule.windows[2];
    const drawn = held.schedule.moves.filter((m) => m.moveIndex <= (step?.lastMove ?? 0)).at(-1);
    expect((window?.endMs ?? 0) - (drawn?.endMs ?? 0)).toBeCloseTo(600_000, -1);
  });
});

describe("where a thing is put decides what it stands on", () => {
  test.each([
    ["one", one],
    ["two", two],
  ] as const)(
    "a lid under the foot carries it, ground does else, and above the horizon it floats: %s",
    (_, l) => {
      const computed = computeLesson(l);
      const { view, program } = computed;
      const lid = program.scene.get("box-1")?.built.solid;
      const top = lid?.faces.find((f) => f.id === "top");
      const corners = (top?.corners ?? []).map((c) =>
        findPaperPoint(worldToPaper(view.camera, lid?.corners[c] ?? [0, 0, 1])),
      );
      const middle = {
        xMm: corners.reduce((s, p) => s + (p?.xMm ?? 0), 0) / corners.length,
        yMm: corners.reduce((s, p) => s + (p?.yMm ?? 0), 0) / corners.length,
      };
      const standing = (at: { xMm: number; yMm: number }) => {
        const placed = putObject(l, view, "box", at, at, null, program.scene);
        return (placed?.changes[0]?.value as { depthSetBy?: unknown } | undefined)?.depthSetBy;
      };
      expect(standing(middle)).toEqual({ object: "box-1", face: "top" });
      expect(standing({ xMm: 280, yMm: 190 })).toBe("ground");
      expect(standing({ xMm: 280, yMm: 20 })).toBe("free");
    },
  );

  test("windows dragged on a wall go on the wall under the pointer, as wide and high as they were drawn", () => {
    const computed = computeLesson(two);
    const { view, program } = computed;
    const at = { xMm: 105, yMm: 120 };
    const under = faceUnder(two.objects, program.scene, view, at);
    expect(under?.objectId).toBe("box-1");
    const placed = putObject(
      two,
      view,
      "openings",
      { xMm: 100, yMm: 115 },
      { xMm: 112, yMm: 127 },
      null,
      program.scene,
    );
    const value = placed?.changes[0]?.value as { on: unknown; between: { from: number; to: number } };
    expect(value.on).toEqual({ object: "box-1", face: under?.face.id });
    expect(value.between.to - value.between.from).toBeGreaterThan(0.05);
    expect(
      computeLesson(applied(two, placed?.changes ?? [])).findings.filter((f) => f.severity === "fault"),
    ).toEqual([]);
  });
});

describe("arranging", () => {
  test("a mirrored thing's mirror lies where the thing lay, and each corner as far on the other side", () => {
    for (const l of [one, two]) {
      const view = planView(l.view, l.sheet);
      const copy = mirrorCopy(l, view, "box-1");
      const after = computeLesson(applied(l, copy?.changes ?? []));
      const xs = (id: string) =>
        Object.values(after.program.scene.get(id)?.built.solid.corners ?? {})
          .map((c) => (findPaperPoint(worldToPaper(view.camera, c))?.xMm ?? 0) - view.camera.principal.xMm)
          .sort((p, q) => p - q);
      const mirrored = xs(copy?.id ?? "")
        .map((x) => -x)
        .sort((p, q) => p - q);
      expect(mirrored.length).toBe(8);
      for (const [i, x] of xs("box-1").entries()) expect(mirrored[i]).toBeCloseTo(x, 2);
    }
  });

  test("nudging there and back leaves the lesson as it was; what is held does not move; what stands on a thing goes along", () => {
    const computed = computeLesson(one);
    const onLid = put(one, "box", [40, 98], [50, 99], { depthSetBy: { object: "box-1", face: "top" } });
    fc.assert(
      fc.property(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 }), (right, up) => {
        const there = applied(onLid, nudge(onLid, ["box-1"], right, up));
        const back = applied(there, nudge(there, ["box-1"], -right, -up));
        expect(back.objects).toEqual(onLid.objects);
        const foot = (l: Lesson, id: string) =>
          (l.objects.find((o) => o.id === id) as { handles: { fromLeftMm: number } }).handles.fromLeftMm;
        expect(foot(there, "box-3") - foot(onLid, "box-3")).toBeCloseTo(right, 6);
        expect(foot(there, "box-2")).toBe(foot(onLid, "box-2"));
      }),
    );
    const held = applied(one, setMark(["box-1"], "locked", true));
    expect(nudge(held, ["box-1"], 1, 1)).toEqual([]);
    const locked = held.objects[0];
    expect(locked && objectHandles(locked, computed.program.scene, computed.view)).toEqual([]);
    expect(applied(held, setMark(["box-1"], "locked", false)).objects).toEqual(one.objects);
  });

  test("a row stands on one line to the vanishing point", () => {
    const view = planView(two.view, two.sheet);
    const row = applied(two, standInRow(two, view, ["box-1", "box-2"]));
    const feet = row.objects.map((o) => {
      const { fromLeftMm, fromBottomMm } = (o as { handles: { fromLeftMm: number; fromBottomMm: number } })
        .handles;
      return { x: fromLeftMm, y: 200 - fromBottomMm };
    });
    const [a, b] = feet;
    const slope = ((b?.y ?? 0) - (a?.y ?? 0)) / ((b?.x ?? 0) - (a?.x ?? 0));
    const toRight = (60 - (a?.y ?? 0)) / (350 - (a?.x ?? 0));
    expect(slope).toBeCloseTo(toRight, 4);
  });
});

test("a handle comes to rest on the very corner of another thing, not on the nearest millimetre beside it", () => {
  const computed = computeLesson(two);
  const { program, view, paper } = computed;
  const targets = snapTargets(two.objects, program.scene, paper, view, new Set(["box-2"]));
  const corner = targets.corners.find((c) => c.of === "the box 1" && c.at.xMm % 1 > 0.1);
  const near = { xMm: (corner?.at.xMm ?? 0) + 0.9, yMm: (corner?.at.yMm ?? 0) - 0.7 };
  const snapped = snapTo(near, targets, 2);
  expect(snapped.on).toBe("corner of the box 1");
  const box = two.objects[1];
  const changes = box ? dragObjectHandle(box, program.scene, "box-2/foot", snapped.at, view, true) : [];
  expect(changes[0]?.value).toBeCloseTo(corner?.at.xMm ?? 0, 3);
  expect(snapTo({ xMm: 5, yMm: 5 }, targets, 2).on).toBeNull();
});

test("what is to be handed in is counted on the sheet: above, across and below the horizon", () => {
  const floating = put(two, "box", [60, 10], [90, 30]);
  const counts = [
    { called: "boxes", where: "anywhere" as const, count: 3 },
    { called: "box", where: "above" as const, count: 1 },
    { called: "box", where: "below" as const, count: 1 },
  ];
  const plan = { ...floating.plan, deliverable: { what: "one sheet", counts } };
  const told = computeLesson({ ...floating, plan }).findings.filter((f) => f.code === "deliverable-count");
  expect(told.map((f) => f.numbers)).toEqual([{ wanted: 1, found: 2 }]);
});
