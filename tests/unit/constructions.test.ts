import { describe, expect, test } from "vitest";
import { makeCards, turnDrawing } from "#core/display";
import { distanceMm, findPaperPoint, join, meet, type PaperPoint, pointOn } from "#core/geometry";
import { putObject } from "#core/handles";
import { applyChanges, blankLesson, type Lesson } from "#core/lesson";
import {
  type ComputedLesson,
  computeLesson,
  judgeDrift,
  proposeOrder,
  proposeVanishingPoints,
} from "#core/pipeline";
import { type ObjectSlice, RECIPES, type RecipeName } from "#core/recipes";
import { findVanishingPoint, measuringPoints, planView, requireFrame } from "#core/view";

const sheet = { widthMm: 300, heightMm: 200, unit: "mm", smallestFraction: 8 } as const;
const views = {
  one: {
    horizonFromTopMm: 60,
    viewingDistanceMm: 320,
    frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 150 } }],
  },
  two: {
    horizonFromTopMm: 60,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: -50 },
        rightVanishingPoint: { fromLeftMm: 350 },
      },
    ],
  },
  up: {
    horizonFromTopMm: 150,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "three-point",
        leftVanishingPoint: { fromLeftMm: -100 },
        rightVanishingPoint: { fromLeftMm: 400 },
        heightVanishingPoint: { fromLeftMm: 150, fromTopMm: -300 },
      },
    ],
  },
} satisfies Record<string, Lesson["view"]>;

function lesson(view: Lesson["view"], objects: readonly object[], more: Partial<Lesson> = {}): Lesson {
  return { ...blankLesson("Osier Lock", "mm"), sheet, view, ...more, objects: objects as Lesson["objects"] };
}

/** A thing of a recipe put down by its front's corners. */
function put(
  l: Lesson,
  recipe: RecipeName,
  from: [number, number],
  to: [number, number],
  over: object = {},
): Lesson {
  const host = l.objects[0]?.id ?? null;
  const placed = putObject(
    l,
    planView(l.view, l.sheet),
    recipe,
    { xMm: from[0], yMm: from[1] },
    { xMm: to[0], yMm: to[1] },
    host,
  );
  const changed = placed && applyChanges(l, placed.changes);
  if (!changed?.ok) throw new Error(`${recipe} cannot be put down`);
  return {
    ...changed.value.lesson,
    objects: changed.value.lesson.objects.map((o) =>
      o.id === placed?.id ? ({ ...o, ...over } as ObjectSlice) : o,
    ),
  };
}

const ruled = (c: ComputedLesson, id: string): PaperPoint => {
  const p = c.evaluation.points.get(id);
  const at = p && findPaperPoint(p);
  if (!at) throw new Error(`no point ${id}`);
  return at;
};

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

test("letters: every shape is a simple outline inside its tile, and a word is drawn from its tiles", () => {
  const c = computeLesson(put(lesson(views.one, []), "lettering", [20, 150], [240, 90], { text: "QUAY 7" }));
  expect(c.steps.map((s) => s.id)).toContain("lettering-1/cut-q1");
  expect(c.steps.filter((s) => s.id.startsWith("lettering-1/cut-"))).toHaveLength(5);
  for (const char of "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789") {
    const one = computeLesson(put(lesson(views.one, []), "lettering", [60, 150], [120, 90], { text: char }));
    expect(
      one.findings.filter((f) => f.severity === "fault"),
      char,
    ).toEqual([]);
  }
});

describe("order and steps", () => {
  const two = put(put(lesson(views.one, []), "box", [40, 170], [120, 110]), "box", [90, 140], [160, 90]);

  test("an order that cannot be drawn says which move needs which, and the usual one stays", () => {
    const c = computeLesson({ ...two, stepOrder: ["box-1/close", "box-1/front"] });
    const finding = c.findings.find((f) => f.code === "illegal-order");
    expect(finding?.message).toMatch(/"box-1\/.*" needs "box-1\/.*", which "box-1\/.*" makes only later/);
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
    const words = computeLesson(more)
      .steps.filter((s) => s.id.endsWith("/peak"))
      .map((s) => s.wordCount);
    expect(words).toHaveLength(3);
    expect(words[0]).toBeGreaterThan(words[1] ?? 0);
    expect(words[1]).toBeGreaterThan(words[2] ?? 0);
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

test("the proposed vanishing points bring every corner inside the 60° cone and say what they cost in paper", () => {
  const narrow = put(
    lesson(
      {
        ...views.two,
        frames: [
          {
            id: "main",
            kind: "two-point",
            leftVanishingPoint: { fromLeftMm: 60 },
            rightVanishingPoint: { fromLeftMm: 240 },
          },
        ],
      },
      [],
    ),
    "box",
    [150, 180],
    [151, 90],
  );
  expect(computeLesson(narrow).findings.some((f) => f.code === "outside-cone")).toBe(true);
  const proposal = proposeVanishingPoints(narrow);
  const changed = applyChanges(narrow, proposal?.changes ?? []);
  if (!proposal || !changed.ok) throw new Error("no proposal");
  expect(computeLesson(changed.value.lesson).findings.some((f) => f.code === "outside-cone")).toBe(false);
  expect(proposal.numbers.tapeMm).toBeGreaterThan(0);
});

test("drift points at the move that spoils most, and a flat crossing drifts more than a square one", () => {
  const c = computeLesson(put(lesson(views.two, []), "box", [150, 190], [151, 110], { seeThrough: true }));
  const { points } = judgeDrift(c);
  const of = (name: string) => points.find((p) => p.pointId === `box-1/${name}`);
  expect(of("back-right-bottom")?.expectedMm).toBeGreaterThan(of("front-left-bottom")?.expectedMm ?? 0);
  expect(of("back-right-bottom")?.weakestMove).toMatch(/^box-1\//);
  // A flat lid just below the eyes strays far, and the finding says whether marking the depth elsewhere would help.
  const flat = computeLesson(
    put(lesson(views.two, []), "box", [150, 150], [151, 66], {
      handles: {
        fromLeftMm: 150,
        fromBottomMm: 50,
        width: { fraction: 0.4 },
        height: { mm: 85 },
        depth: { fraction: 0.4 },
      },
    }),
  );
  const [finding] = judgeDrift(flat, { withinMm: 1 }).findings;
  expect(finding?.message).toMatch(/will stray by about .*(would not halve it|instead, it would be)/);
});

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
      /"box-1" and "box-2"/,
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
      /Slide the ruler/,
    );
  });

  test("from observation: two carried angles cross in the vanishing point, and the third edge follows it", () => {
    const c = computeLesson(put(lesson(views.one, []), "box", [40, 180], [100, 120], { observed: true }));
    const seen = ruled(c, "box-1/seen-point-depth");
    expect(distanceMm(seen, { xMm: 150, yMm: 60 })).toBeLessThan(1e-6);
    const rules = c.moves
      .filter((m) => m.phase === "guides")
      .flatMap((m) => m.lines.map((l) => (l.rule.kind === "toward" ? l.rule.aim.kind : l.rule.kind)));
    expect(rules).toEqual(["angle", "angle", "point"]);
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
    expect(c.steps.find((s) => s.id === "box-1/guides")?.notes.join(" ")).toMatch(
      /too far off to reach: lay the ruler from .* edge to .* edge/,
    );
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

describe("bad input", () => {
  const cases: [RecipeName, object, RegExp][] = [
    [
      "outline",
      {
        corners: [
          { across: 0, up: 0 },
          { across: 1, up: 1 },
          { across: 1, up: 0 },
          { across: 0, up: 1 },
        ],
      },
      /crosses itself/,
    ],
    [
      "outline",
      {
        corners: [
          { across: 0, up: 0 },
          { across: 1, up: 0 },
          { across: 0.5, up: 0 },
        ],
      },
      /no area/,
    ],
    ["lettering", { text: "lock!" }, /capital letters/],
    ["stairs", { steps: 1 }, /at least two steps/],
    ["openings", { rows: [{ from: 0.7, to: 0.2 }] }, /upper edge must lie above/],
    ["round", { between: { from: 0.6, to: 0.4 } }, /right side must lie beyond/],
    ["road", { crossing: { from: 0.6, to: 0.4 } }, /far edge of the crossing/],
    [
      "row",
      { handles: { fromLeftMm: 30, fromBottomMm: 20, height: { mm: 20 }, gap: { mm: 20 } } },
      /"fraction"/,
    ],
    [
      "box",
      {
        handles: {
          fromLeftMm: 30,
          fromBottomMm: 20,
          width: { mm: -5 },
          height: { mm: 20 },
          depth: { fraction: 0.4 },
        },
      },
      /at least 0.5 mm/,
    ],
    [
      "box",
      {
        handles: {
          fromLeftMm: 30,
          fromBottomMm: 20,
          width: { mm: 5 },
          height: { mm: 20 },
          depth: { fraction: 1.2 },
        },
      },
      /in front of the vanishing point/,
    ],
    ["box", { frame: "nowhere" }, /no frame "nowhere"/],
    ["reflection", { of: "reflection-1" }, /cannot mirror itself/],
  ];
  test.each(cases)("%s %j is refused by name", (recipe, over, said) => {
    const base = put(
      put(lesson(views.one, []), "box", [40, 170], [120, 110]),
      recipe,
      [150, 150],
      [200, 120],
    );
    const id = base.objects[base.objects.length - 1]?.id ?? "";
    const changes = Object.entries(over).map(([field, value]) => ({ id: `object/${id}`, field, value }));
    const changed = applyChanges(base, changes);
    expect(changed.ok).toBe(false);
    expect(changed.findings.map((f) => f.message).join(" ")).toMatch(said);
  });

  test.each(Object.keys(RECIPES) as RecipeName[])(
    "%s on a thing that is gone, or behind the viewer, is kept and said",
    (recipe) => {
      const base = put(
        put(lesson(views.two, []), "box", [150, 170], [151, 110]),
        recipe,
        [150, 150],
        [151, 120],
      );
      const orphan = computeLesson({
        ...base,
        objects: base.objects.filter((o) => o.id !== "box-1" || recipe === "box"),
      });
      if (["openings", "round", "reflection", "shadow", "tone"].includes(recipe))
        expect(orphan.findings.some((f) => f.code === "no-host")).toBe(true);
      for (const s of orphan.paper.strokes) expect(Number.isFinite(s.from.xMm + s.to.yMm)).toBe(true);
    },
  );
});
