import { describe, expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import { distanceMm } from "#core/ground/geometry";
import { lesson, put, ruled, views } from "./put-down.ts";

test("a shadow climbs the wall it meets: each of its corners there lies on the line from the caster's along the light", () => {
  // A low sun behind us on the left: the post's shadow runs away to the right, up the front of the crate behind it.
  const post = put(lesson(views.one, []), "box", [70, 180], [80, 120], {
    handles: {
      fromLeftMm: 70,
      fromBottomMm: 20,
      width: { mm: 6 },
      height: { mm: 70 },
      depth: { fraction: 0.03 },
    },
  });
  const both = put(post, "box", [90, 150], [200, 90], {
    handles: {
      fromLeftMm: 90,
      fromBottomMm: 52,
      width: { mm: 90 },
      height: { mm: 50 },
      depth: { fraction: 0.2 },
    },
  });
  const shaded = put(both, "shadow", [0, 0], [0, 0], {
    of: "box-1",
    handles: { sunFromLeftMm: 260, sunFromTopMm: 170 },
  });
  const c = computeLesson(shaded);
  expect(c.findings.filter((f) => f.severity === "fault")).toEqual([]);
  const patch = c.program.scene.get("shadow-1")?.built.patches?.find((p) => p.on === "box-2/front");
  const caster = c.program.scene.get("box-1")?.built.solid;
  if (!patch || !caster) throw new Error("no shadow on the front");
  const light = [260 - 150, 170 - 60, 320] as const;
  for (const p of patch.rings.flat()) {
    // Back along the light the ray meets the caster, or grazes the face's own border.
    const hit = Object.values(caster.corners).some((q) => {
      const off = [p[0] - q[0], p[1] - q[1], p[2] - q[2]] as const;
      const cross = [
        off[1] * light[2] - off[2] * light[1],
        off[2] * light[0] - off[0] * light[2],
        off[0] * light[1] - off[1] * light[0],
      ];
      return Math.hypot(...cross) / Math.hypot(...light) < 0.01 * Math.hypot(...q);
    });
    const onBorder = Object.values(c.program.scene.get("box-2")?.built.solid.corners ?? {}).some(
      (q) => Math.abs(q[0] - p[0]) < 0.1 || Math.abs(q[1] - p[1]) < 0.1,
    );
    expect(hit || onBorder).toBe(true);
  }
  expect(c.paper.fills.find((f) => f.id === "shadow-1/fill-on-box-2-front")?.pieces.length).toBeGreaterThan(
    0,
  );
});

describe("things that go with each other", () => {
  test("two crates that stick into each other are named; one set on the other only touches", () => {
    const low = put(lesson(views.one, []), "box", [40, 190], [120, 130]);
    const into = put(low, "box", [60, 185], [110, 150]);
    expect(computeLesson(into).findings.find((f) => f.code === "interpenetrating")?.message).toMatch(
      /^Box 1 and box 2 stick into each other/,
    );
    const on = put(low, "box", [50, 128], [90, 100], { depthSetBy: { object: "box-1", face: "top" } });
    const c = computeLesson(on);
    expect(c.findings.filter((f) => f.code === "interpenetrating" || f.code === "no-host")).toEqual([]);
    // It stands on the lid: its foot is as far away as the lid is there, and both share a depth group.
    expect(new Set(c.program.solids.map((s) => s.depthGroup)).size).toBe(1);
  });

  test("a hidden house leaves no line, and its windows still stand where they stood", () => {
    const seen = put(put(lesson(views.two, []), "box", [150, 180], [151, 100]), "openings", [0, 0], [0, 0]);
    const hidden = {
      ...seen,
      objects: seen.objects.map((o) => (o.id === "box-1" ? { ...o, hidden: true } : o)),
    };
    const [a, b] = [computeLesson(seen), computeLesson(hidden)];
    expect(b.paper.strokes.some((s) => s.objectId === "box-1")).toBe(false);
    expect(b.steps.some((s) => s.objectId === "box-1")).toBe(false);
    for (const name of ["row-1-high", "column-3-right"])
      expect(distanceMm(ruled(a, `openings-1/${name}`), ruled(b, `openings-1/${name}`))).toBeLessThan(1e-6);
  });

  test("the back wall slid between two lines is the wall that was marked", () => {
    const [marked, slid] = (["marked", "slid"] as const).map((wall) =>
      computeLesson(put(lesson(views.one, []), "room", [0, 0], [0, 0], { wall })),
    );
    if (!marked || !slid) throw new Error("no room");
    for (const corner of ["left-top", "right-top", "right-bottom", "left-bottom"])
      expect(
        distanceMm(ruled(marked, `room-1/back-${corner}`), ruled(slid, `room-1/back-${corner}`)),
      ).toBeLessThan(1e-6);
    expect(slid.steps.find((s) => s.id === "room-1/back-wall")?.instruction.join(" ")).toMatch(
      /slide it\. Stop where it measures 120/,
    );
  });

  test("from observation: two carried angles cross in the vanishing point, and the third edge follows it", () => {
    const c = computeLesson(put(lesson(views.one, []), "box", [40, 180], [100, 120], { observed: true }));
    const seen = ruled(c, "box-1/seen-point-depth");
    expect(distanceMm(seen, { xMm: 150, yMm: 60 })).toBeLessThan(1e-6);
    const rules = c.moves
      .filter((m) => m.phase === "observe-depth")
      .flatMap((m) => m.lines.map((l) => (l.rule.kind === "toward" ? l.rule.aim.kind : l.rule.kind)));
    expect(rules).toEqual(["angle", "angle", "point"]);
    // The point is found, not marked beforehand: it is where the pupil's two slopes cross.
    expect(c.moves.filter((m) => m.stroke?.role === "vanishing-point").map((m) => m.id)).toEqual([
      "box-1/mark-seen-point-depth",
    ]);
    expect(c.steps.flatMap((s) => s.instruction).join(" ")).toMatch(
      /Slope: 100\smm right for (?:about )?\d+\smm up\./,
    );
  });

  test("a vanishing point out of reach gives two marks on the sheet's edges for each line", () => {
    const far = {
      ...views.two,
      frames: [
        {
          id: "main",
          kind: "two-point" as const,
          leftVanishingPoint: { fromLeftMm: -900 },
          rightVanishingPoint: { fromLeftMm: 500 },
        },
      ],
    };
    const c = computeLesson(put(lesson(far, []), "box", [150, 180], [151, 100]));
    const said = c.steps.flatMap((s) => s.instruction).join(" ");
    // From a corner one mark on an edge is enough, and the point itself is never told as taped on.
    expect(said).toMatch(/Aim at the (?:left|top|bottom) edge, (?:about )?\d+\smm from the (?:top|left)\./);
    expect(said).not.toContain("Tape paper to the left edge");
  });
});
