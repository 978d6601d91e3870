import { describe, expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { findVanishingPoint, measuringPoints, planView, requireFrame } from "#core/drawing/view";
import { formatLength } from "#core/ground/base";
import { distanceMm, findPaperPoint, join, meet, type PaperPoint, pointOn } from "#core/ground/geometry";
import { lesson, put, ruled, sheet, views } from "./put-down.ts";

test("a row of posts by the crossed diagonal: 100 and 80 from the VP, then 66.667, 57.143, 50 (Coxeter, Projective Geometry, from memory)", () => {
  // Foot 80 across and 60 down from the VP at (150, 60): 100 along its guide.
  const c = computeLesson(
    put(lesson(views.one, []), "row", [230, 120], [231, 100], {
      count: 5,
      handles: { fromLeftMm: 230, fromBottomMm: 80, height: { mm: 20 }, gap: { fraction: 0.2 } },
    }),
  );
  const vp = { xMm: 150, yMm: 60 };
  for (const [i, expected] of [100, 80, 66.6667, 57.1429, 50].entries())
    expect(distanceMm(vp, ruled(c, `row-1/foot-${i + 1}`))).toBeCloseTo(expected, 3);
});

test("square tiles: every diagonal of the floor meets the horizon in a distance point (Pélerin, De artificiali perspectiva, 1505, from memory)", () => {
  const c = computeLesson(
    put(lesson(views.one, []), "floor", [60, 190], [200, 191], { spacing: "square", columns: 4, rows: 5 }),
  );
  for (const [a, b] of [
    ["0-0", "1-1"],
    ["1-0", "3-2"],
    ["0-2", "2-4"],
  ]) {
    const h = (name: string) => c.evaluation.points.get(`floor-1/crossing-${name}`) ?? ([0, 0, 0] as const);
    const hit = findPaperPoint(meet(join(h(a ?? ""), h(b ?? "")), [0, 1, -60]));
    expect(hit?.xMm).toBeCloseTo(150 + 320, 4);
  }
  // The n-th transversal lies h·d/(d + n·s) below the horizon (Alberti, De pictura, book I, 1435, from memory).
  const [eye, d] = [140, 320];
  const first = ruled(c, "floor-1/crossing-0-0").yMm - 60;
  const start = (eye * d) / first - d;
  const tile =
    ((ruled(c, "floor-1/crossing-4-0").xMm - ruled(c, "floor-1/crossing-0-0").xMm) / 4) * ((d + start) / d);
  for (const n of [1, 2, 5])
    expect(ruled(c, `floor-1/crossing-0-${n}`).yMm - 60).toBeCloseTo((eye * d) / (d + start + n * tile), 6);
});

test("measuring points of VPs 40 apart, p midway: ±8.2842712475 from p (B. Taylor, 1719, from memory)", () => {
  const view = planView(
    {
      horizonFromTopMm: 60,
      viewingDistanceMm: null,
      frames: [
        {
          id: "main",
          kind: "two-point",
          leftVanishingPoint: { fromLeftMm: 130 },
          rightVanishingPoint: { fromLeftMm: 170 },
        },
      ],
    },
    sheet,
  );
  const at = measuringPoints(view, requireFrame(view, "main")).map((p) => p.xMm - 150);
  expect(at.sort((a, b) => a - b)[0]).toBeCloseTo(-8.2842712475, 9);
  expect(at[1]).toBeCloseTo(8.2842712475, 9);
});

test("three VPs: p is their orthocentre and (vi − p)·(vj − p) = −d² (Hartley & Zisserman, ch. 8, from memory)", () => {
  const view = planView(views.up, sheet);
  const frame = requireFrame(view, "main");
  const vps = (["width", "height", "depth"] as const).map(
    (axis) => findVanishingPoint(view, frame, axis) ?? { xMm: 0, yMm: 0 },
  );
  const { principal: p, distanceMm: d } = view.camera;
  for (const [i, j] of [
    [0, 1],
    [1, 2],
    [0, 2],
  ]) {
    const [a, b] = [vps[i ?? 0], vps[j ?? 0]];
    if (!a || !b) throw new Error("no VP");
    expect((a.xMm - p.xMm) * (b.xMm - p.xMm) + (a.yMm - p.yMm) * (b.yMm - p.yMm)).toBeCloseTo(-d * d, 6);
  }
});

test("a turned frame keeps the camera: its VPs' distances from p multiply to d²", () => {
  const view = planView(
    {
      ...views.one,
      frames: [...views.one.frames, { id: "boat", kind: "turned", vanishingPoint: { fromLeftMm: 30 } }],
    },
    sheet,
  );
  const frame = requireFrame(view, "boat");
  const [l, r] = [findVanishingPoint(view, frame, "depth"), findVanishingPoint(view, frame, "width")];
  expect(l?.xMm).toBeCloseTo(30, 9);
  expect((150 - (l?.xMm ?? 0)) * ((r?.xMm ?? 0) - 150)).toBeCloseTo(320 * 320, 6);
});

describe("a circle on a wall", () => {
  test.each(["one", "two", "up"] as const)(
    "passes its eight points and touches its square in the middle of each side: %s",
    (kind) => {
      const wall = put(
        lesson(views[kind], []),
        "box",
        kind === "one" ? [60, 180] : [150, 180],
        kind === "one" ? [200, 80] : [151, 90],
      );
      const c = computeLesson(
        put(wall, "round", [0, 0], [0, 0], { shape: "circle", between: { from: 0.3, to: 0.6 }, foot: 0.2 }),
      );
      const curve = c.paper.strokes.find((s) => s.id === "round-1/curve");
      if (!curve) throw new Error("no curve");
      const near = (p: PaperPoint) =>
        Math.min(...Array.from({ length: 4001 }, (_, i) => distanceMm(p, pointOn(curve.trace, i / 4000))));
      for (const name of [
        "eighth-low-left",
        "eighth-low-right",
        "eighth-high-left",
        "eighth-high-right",
        "left-middle",
        "right-middle",
        "crown",
      ])
        expect(near(ruled(c, `round-1/${name}`)), name).toBeLessThan(0.02);
      // Never 0.7071 along the drawn half-diagonal: on a wall that runs away that point lies off the curve.
      const [centre, corner] = [ruled(c, "round-1/square-centre"), ruled(c, "round-1/high-right")];
      const wrong = {
        xMm: centre.xMm + (corner.xMm - centre.xMm) * Math.SQRT1_2,
        yMm: centre.yMm + (corner.yMm - centre.yMm) * Math.SQRT1_2,
      };
      if (kind !== "one") expect(near(wrong)).toBeGreaterThan(0.1);
    },
  );
});

test("the see-through box's last dotted line stands upright: it passes the uprights' vanishing point within 1e-6 mm", () => {
  for (const kind of ["one", "two", "up"] as const) {
    const c = computeLesson(
      put(
        lesson(views[kind], []),
        "box",
        kind === "one" ? [40, 180] : [150, 180],
        kind === "one" ? [100, 120] : [151, 130],
        { seeThrough: true },
      ),
    );
    const frame = requireFrame(c.view, "main");
    const [a, b] = [ruled(c, "box-1/back-right-bottom"), ruled(c, "box-1/back-right-top")];
    const vp = findVanishingPoint(c.view, frame, "height");
    const off = vp
      ? Math.abs((b.xMm - a.xMm) * (vp.yMm - a.yMm) - (b.yMm - a.yMm) * (vp.xMm - a.xMm)) / distanceMm(a, b)
      : Math.abs(b.xMm - a.xMm);
    expect(off, kind).toBeLessThan(1e-6);
  }
});

describe("a gable house", () => {
  test("facing us its far slope is slid parallel without error; on a wall that runs away the miss is said in mm", () => {
    const facing = computeLesson(put(lesson(views.one, []), "house", [40, 180], [110, 90]));
    expect(facing.findings.filter((f) => f.code === "slid-rake")).toEqual([]);
    const away = computeLesson(put(lesson(views.two, []), "house", [150, 190], [151, 90]));
    expect(away.findings.find((f) => f.code === "slid-rake")?.numbers.errorMm).toBeGreaterThan(0.3);
  });
});

test("tiles traced round a template: one card, cut once, gives the very tiles that measuring gives", () => {
  const word = (tiles: "measured" | "template", view: Lesson["view"] = views.one) =>
    computeLesson(put(lesson(view, []), "lettering", [20, 150], [260, 90], { text: "QUAY", tiles }));
  const said = (c: ComputedLesson) =>
    c.steps
      .filter((s) => s.id.startsWith("lettering-1/tiles"))
      .flatMap((s) => s.instruction)
      .join(" ");
  const [measured, traced] = [word("measured"), word("template")];
  const drawn = (c: ComputedLesson) =>
    Object.fromEntries(
      c.paper.strokes.filter((s) => s.role === "outline").map((s) => [s.id, [s.from, s.to, s.pieces.length]]),
    );
  expect(drawn(traced)).toEqual(drawn(measured));
  // 240 mm for four tiles and three gaps of a sixth or so of a tile each: a tile is what the first base measures.
  const base = traced.moves
    .flatMap((m) => m.points)
    .find((p) => p.rule.kind === "along" && p.rule.toward === "right")?.rule;
  if (base?.kind !== "along") throw new Error("no base was measured");
  expect(said(traced)).toContain(
    `Cut a tile of card, ${formatLength(Math.round(base.mm), sheet)} wide and ${formatLength(60, sheet)} high`,
  );
  expect(said(traced)).toMatch(/school's rules/);
  expect(said(traced).match(/Cut a tile/g)).toHaveLength(1);
  expect(said(measured)).not.toMatch(/card/);
  // A card has a true shape: it cannot give a tile that runs to a vanishing point.
  expect(said(word("template", views.two))).not.toMatch(/card/);
});

test("letters: every shape is a simple outline inside its tile, and a word is drawn from its tiles", () => {
  const c = computeLesson(put(lesson(views.one, []), "lettering", [20, 150], [240, 90], { text: "QUAY 7" }));
  expect(c.steps.map((s) => s.id)).toContain("lettering-1/cut-q1");
  const cuts = c.steps.flatMap((s) => (s.id.startsWith("lettering-1/cut-") ? [s.id.split("~")[0]] : []));
  expect(new Set(cuts).size).toBe(5);
  for (const char of "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789") {
    const one = computeLesson(put(lesson(views.one, []), "lettering", [60, 150], [120, 90], { text: char }));
    expect(
      one.findings.filter((f) => f.severity === "fault"),
      char,
    ).toEqual([]);
  }
});

test("a room looked into from over its walls has no ceiling to hide them; one under a ceiling keeps it", () => {
  const down = (heightFromTopMm: number): Lesson => ({
    ...lesson(views.one, []),
    sheet: { widthMm: 312.1, heightMm: 499.2, unit: "in", smallestFraction: 16 },
    view: {
      horizonFromTopMm: 102.2,
      viewingDistanceMm: null,
      frames: [
        {
          id: "main",
          kind: "three-point",
          leftVanishingPoint: { fromLeftMm: 0 },
          rightVanishingPoint: { fromLeftMm: 302.1 },
          heightVanishingPoint: { fromLeftMm: 148.029, fromTopMm: heightFromTopMm },
        },
      ],
    },
    objects: [{ id: "room-1", label: "room", frame: "main", recipe: "room", handles: { back: 0.6 } }],
  });
  const steep = computeLesson(down(269.83));
  expect(steep.program.solids[0]?.solid.faces.map((f) => f.id)).not.toContain("ceiling");
  const upright = steep.paper.strokes.find((s) => s.id === "room-1/far-upright");
  expect(upright?.pieces.every((piece) => piece.diesAt === null)).toBe(true);
  const straight = computeLesson(
    lesson(views.two, [
      { id: "room-1", label: "room", frame: "main", recipe: "room", handles: { back: 0.6 } },
    ]),
  );
  expect(straight.program.solids[0]?.solid.faces.map((f) => f.id)).toContain("ceiling");
});
