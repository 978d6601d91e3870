import { expect, test } from "vitest";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { findPaperPoint, type PaperPoint } from "#core/ground/geometry";
import { tradeSample } from "../demo-lesson.ts";

// What the trade's own arithmetic says of the small lessons, read off the paper alone.

const drawn = new Map<string, ComputedLesson>();

function sample(name: string): ComputedLesson {
  const c = drawn.get(name) ?? computeLesson(tradeSample(name));
  drawn.set(name, c);
  return c;
}

function at(c: ComputedLesson, id: string): PaperPoint {
  const h = c.evaluation.points.get(id);
  const p = h && findPaperPoint(h);
  if (!p) throw new Error(`${id} is not on the paper`);
  return p;
}

const has = (c: ComputedLesson, id: string) => c.evaluation.points.has(id);
const apart = (a: PaperPoint, b: PaperPoint) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);
const off = (p: PaperPoint, a: PaperPoint, b: PaperPoint) =>
  Math.abs((b.xMm - a.xMm) * (p.yMm - a.yMm) - (b.yMm - a.yMm) * (p.xMm - a.xMm)) / apart(a, b);

/**
 * How far a point of a line lies from the line's first point in truth, in a unit of the line's own: the cross-ratio of first
 * point, point, vanishing point and the point at infinity (Möbius 1827, from memory).
 */
const trueAlong = (from: PaperPoint, vanishing: PaperPoint) => (p: PaperPoint) =>
  apart(from, p) / apart(p, vanishing);

/** Where a point seen on level ground lies in plan, the eye `eye` above it. */
const inPlan = (c: ComputedLesson, p: PaperPoint, eye: number) => {
  const { principal, distanceMm } = c.view.camera;
  const below = p.yMm - principal.yMm;
  return { x: ((p.xMm - principal.xMm) * eye) / below, z: (distanceMm * eye) / below };
};

const equal = (lengths: readonly number[]) => {
  for (const length of lengths) expect(length).toBeCloseTo(lengths[0] ?? Number.NaN, 6);
};

const standing = (c: ComputedLesson, id: string) =>
  c.paper.strokes.find((s) => s.id === id)?.pieces.some((p) => p.diesAt === null && p.part !== "tail");

test("dashes and the gaps between them are equal in truth, from the sheet's edge on, and no middle line stays", () => {
  const c = sample("quay-road");
  const t = trueAlong(at(c, "quay-road/middle-near"), at(c, "sheet/vanishing-point"));
  const ends = [1, 2, 3, 4, 5, 6].map((n) =>
    ["near", "far"].map((end) => t(at(c, `quay-road/dash-${n}-${end}`))),
  );
  expect(ends[0]?.[0]).toBe(0);
  equal(ends.map(([near = 0, far = 0]) => far - near));
  equal(ends.slice(1).map(([near = 0], i) => near - (ends[i]?.[1] ?? 0)));
  expect(standing(c, "quay-road/middle-line")).toBe(false);
  expect(standing(c, "quay-road/dash-1")).toBe(true);
});

test("marks either side of the middle are checked across: twice half and pavement", () => {
  const { steps } = sample("quay-road");
  const said = steps.flatMap((s) => [s.check, ...s.instruction]).join(" ");
  expect(said).toMatch(/150\u00a0mm apart/);
});

test("a joint is one ruler line across both pavements, the joints equally far apart in truth", () => {
  const c = sample("quay-road");
  const t = trueAlong(at(c, "quay-road/left-outer-near"), at(c, "sheet/vanishing-point"));
  const far = [1, 2, 3, 4].map((n) => t(at(c, `quay-road/joint-${n}-left-outer`)));
  equal(far.map((f, i) => f - (far[i - 1] ?? 0)));
  for (const n of [1, 2, 3, 4])
    equal(["left-outer", "left", "right", "right-outer"].map((e) => at(c, `quay-road/joint-${n}-${e}`).yMm));
});

test("pavements carried round the corner are as wide along the crossing street as along ours", () => {
  const c = sample("street-crossing");
  const eye = at(c, "lock-street/left-near").yMm - at(c, "sheet/vanishing-point").yMm;
  const raised = eye - 4;
  const ours = at(c, "lock-street/left-outer-near");
  const kerb = at(c, "lock-street/kerb-left-near");
  const wide = inPlan(c, kerb, raised).x - inPlan(c, ours, raised).x;
  const z = (id: string, above: number) => inPlan(c, at(c, `lock-street/${id}`), above).z;
  expect(z("left-from", eye) - z("left-from-outer", raised)).toBeCloseTo(wide, 6);
  expect(z("left-to-outer", raised) - z("left-to", eye)).toBeCloseTo(wide, 6);
  // The street's own edges are as far to one side as to the other, at every corner.
  for (const corner of ["from", "to", "from-outer", "to-outer"])
    expect(at(c, `lock-street/left-${corner}`).xMm + at(c, `lock-street/right-${corner}`).xMm).toBeCloseTo(
      297,
      6,
    );
  // Kerb lines stop at the crossing: nothing of the street's own edge stands between its corners.
  expect(standing(c, "lock-street/left-line")).toBe(false);
});

test("each street runs to its own vanishing point", () => {
  const c = sample("road-right");
  const [left, right] = [at(c, "sheet/left-vanishing-point"), at(c, "sheet/right-vanishing-point")];
  const end = (id: string) => c.paper.strokes.find((s) => s.id === id);
  const mill = end("right-road/left-line");
  const quay = end("left-road/left-line");
  expect(off(right, mill?.from as PaperPoint, mill?.to as PaperPoint)).toBeLessThan(1e-6);
  expect(off(left, quay?.from as PaperPoint, quay?.to as PaperPoint)).toBeLessThan(1e-6);
});

test("fronts in a ring are drawn nearest to the eye's point first, and the later stop at them", () => {
  const c = sample("ring-of-fronts");
  const drawnIn = [
    ...new Set(c.moves.map((m) => m.objectId).filter((id) => id?.startsWith("sign"))),
  ] as string[];
  expect(drawnIn).toHaveLength(8);
  const point = at(c, "sheet/vanishing-point");
  const nearest = (id: string) => {
    const [a, b] = [at(c, `${id}/front-left-top`), at(c, `${id}/front-right-bottom`)];
    const beside = Math.max(a.xMm - point.xMm, point.xMm - b.xMm, 0);
    const above = Math.max(a.yMm - point.yMm, point.yMm - b.yMm, 0);
    return Math.hypot(beside, above);
  };
  const order = drawnIn.map(nearest);
  expect(order).toEqual([...order].sort((a, b) => a - b));
  expect(c.moves.some((m) => m.hand === "erase")).toBe(false);
  const far = c.paper.strokes.find((s) => s.id === "sign-6/right-bottom");
  expect(Math.max(...(far?.pieces ?? []).filter((p) => p.to < 0.999).map((p) => p.to))).toBeLessThan(0.99);
});

test("a front's visible corners go to the point: three beside and above, two before one of them, none before both", () => {
  const c = sample("ring-of-fronts");
  const point = at(c, "sheet/vanishing-point");
  for (let n = 1; n <= 8; n++) {
    const [a, b] = [at(c, `sign-${n}/front-left-top`), at(c, `sign-${n}/front-right-bottom`)];
    const beside = point.xMm < a.xMm || point.xMm > b.xMm;
    const above = point.yMm < a.yMm || point.yMm > b.yMm;
    const rays = c.paper.strokes.filter(
      (s) => s.objectId === `sign-${n}` && s.role === "outline" && apart(s.to as PaperPoint, point) < 1e-6,
    );
    // Common practice, no published source: a corner's ray is drawn where it does not cross the front.
    expect(rays.length, `sign-${n}`).toBe(beside && above ? 3 : beside || above ? 2 : 0);
  }
});

test("a second crate on the same guides lies in the first one's edges to the point", () => {
  const c = sample("behind-on-guides");
  const point = at(c, "sheet/vanishing-point");
  for (const corner of ["left-top", "right-top", "right-bottom"])
    expect(off(at(c, `crate-2/front-${corner}`), at(c, `crate-1/front-${corner}`), point)).toBeLessThan(1e-6);
});

test("letters told one by one stop at one common depth", () => {
  const c = sample("letters-one-by-one");
  const point = at(c, "sheet/vanishing-point");
  const shares = [...c.evaluation.points.keys()].flatMap((id) => {
    const back = /^lock\/(\w+)-back-(.*)$/.exec(id);
    const front = back ? `lock/${back[1]}-front-${back[2]}` : "";
    return back && has(c, front) ? [apart(at(c, id), point) / apart(at(c, front), point)] : [];
  });
  expect(shares.length).toBeGreaterThan(8);
  equal(shares);
});

test("posts of a fence growing toward us stand equally far apart in truth, and grow as they come", () => {
  const c = sample("fence-growing");
  const feet = [1, 2, 3, 4].map((n) => at(c, `fence/foot-${n}`));
  const t = trueAlong(feet[3] as PaperPoint, at(c, "sheet/vanishing-point"));
  const far = feet.map(t);
  equal(far.slice(1).map((f, i) => (far[i] ?? 0) - f));
  const tall = [1, 2, 3, 4].map((n) => apart(at(c, `fence/head-${n}`), at(c, `fence/foot-${n}`)));
  // 1⁄4, 1⁄3, 1⁄2 and the whole of the nearest: a post's height goes as one over its distance.
  const nearest = tall[3] ?? 0;
  const distances = tall.map((mm) => nearest / mm);
  equal(distances.slice(1).map((d, i) => (distances[i] ?? 0) - d));
});

test("one fan of guides gives every house windows at one height, in equal shares of its own front", () => {
  const c = sample("fan-three-houses");
  const sides = ["", "wall-2-", "wall-3-"].map((w) =>
    ["low", "high"].map((end) => at(c, `windows/${w}cell-1-1-left-${end}`).yMm),
  );
  for (const [low = 0, high = 0] of sides) {
    expect(low).toBeCloseTo(sides[0]?.[0] ?? 0, 9);
    expect(high).toBeCloseTo(sides[0]?.[1] ?? 0, 9);
  }
  const start = (w: string, house: string) =>
    at(c, `windows/${w}cell-1-1-left-low`).xMm - at(c, `${house}/front-left-bottom`).xMm;
  equal([start("", "house-1"), start("wall-2-", "house-2"), start("wall-3-", "house-3")]);
});

test("boards share their edges: one upright between two of them, equally wide in truth", () => {
  const c = sample("boards");
  const [left, vanishing] = [at(c, "shed/front-left-bottom"), at(c, "sheet/right-vanishing-point")];
  const t = trueAlong(left, vanishing);
  const edges = [1, 2, 3, 4].map((n) => t(at(c, `boards/column-${n}-right`)));
  equal(edges.map((e, i) => e - (edges[i - 1] ?? 0)));
  expect(c.paper.strokes.filter((s) => s.objectId === "boards" && s.role === "detail")).toHaveLength(4);
});

test("a door is three lines from the floor line, and a knob", () => {
  const c = sample("door");
  const lines = c.paper.strokes.filter(
    (s) => s.objectId === "door" && s.role !== "construction" && s.role !== "tick",
  );
  expect(lines.filter((s) => s.trace.kind === "straight" && apart(s.from, s.to) > 1e-3)).toHaveLength(3);
  expect(c.steps.filter((s) => s.objectId === "door").length).toBeLessThan(4);
});

test("strips lie in mirrored pairs left and right, narrowing from the middle, and every other one is coloured", () => {
  const c = sample("strips-all-round");
  const [point, centre] = [at(c, "sheet/vanishing-point"), at(c, "strips/centre")];
  expect(centre.xMm).toBeCloseTo(point.xMm, 9);
  for (const n of [1, 2, 3, 4])
    for (const part of ["", "upper-"]) {
      const [l, r] = [at(c, `strips/${part}left-${n}`), at(c, `strips/${part}right-${n}`)];
      expect(l.xMm + r.xMm).toBeCloseTo(2 * point.xMm, 6);
      expect(l.yMm).toBeCloseTo(r.yMm, 6);
    }
  const upper = [1, 2, 3, 4].map((n) => at(c, `strips/upper-right-${n}`).xMm - point.xMm);
  const wide = upper.map((x, i) => x - (upper[i - 1] ?? 0));
  expect(wide).toEqual([...wide].sort((a, b) => b - a));
});

test("a horizon that is rubbed out at the end stands nowhere on the finished sheet; without one, none is drawn", () => {
  expect(standing(sample("horizon-gone"), "sheet/horizon")).toBe(false);
  expect(sample("no-horizon").paper.strokes.some((s) => s.role === "horizon")).toBe(false);
});

test("where the creases cross is the vanishing point: it is found once and measured nowhere", () => {
  const c = sample("no-horizon");
  expect(at(c, "sheet/vanishing-point")).toEqual(at(c, "sheet/centre"));
  const told = c.steps.flatMap((s) => s.acts.map((a) => a.told.act));
  expect(told.filter((a) => a.do === "fold")).toHaveLength(2);
  const marked = told.flatMap((a) => (a.do === "mark" ? a.at.map(({ gives }) => gives) : []));
  expect(JSON.stringify(marked)).not.toContain("vanishing point");
});

test("from observation the vanishing points are found where told slopes cross, never marked beforehand", () => {
  for (const name of ["observed-house", "observed-front"]) {
    const c = sample(name);
    const found = [...c.evaluation.points.keys()].filter((id) => id.includes("seen-point"));
    expect(found.length).toBeGreaterThan(0);
    expect(c.moves.some((m) => m.objectId === null && m.id.includes("vanishing-point"))).toBe(false);
    const said = c.steps.flatMap((s) => s.instruction).join(" ");
    expect(said).toMatch(/Slope: 100\u00a0mm (?:left|right) for (?:about )?\d+\u00a0mm (?:up|down)/);
  }
});

test("a card for a square is cut once, to its measure, and traced for every front", () => {
  const c = sample("template-squares");
  const acts = c.steps.flatMap((s) => s.acts.map((a) => a.told.act));
  expect(acts.filter((a) => a.do === "template")).toHaveLength(3);
  const said = c.steps.flatMap((s) => s.instruction).join(" ");
  expect(said.match(/[Cc]ut (?:a|the|out)/g) ?? []).toHaveLength(1);
});

test("a mirrored end lies as far below the water as the end stands above it", () => {
  const c = sample("reflections");
  const mirrored = [...c.evaluation.points.keys()].filter(
    (id) => id.startsWith("mirror/front-") || id.startsWith("mirror/back-"),
  );
  expect(mirrored.length).toBeGreaterThan(6);
  for (const id of mirrored) {
    const name = id.replace("mirror/", "");
    const [image, end, water] = [at(c, id), at(c, `boathouse/${name}`), at(c, `mirror/water-${name}`)];
    expect(image.xMm).toBeCloseTo(end.xMm, 6);
    expect(image.yMm - water.yMm).toBeCloseTo(water.yMm - end.yMm, 6);
  }
});

test("a shadow's end lies on the ray from the sun and on the ground line from the sun's foot", () => {
  for (const [name, of] of [
    ["own-shape-shadow", "sign"],
    ["arch-shadow", "gate"],
    ["post-shadows", "posts"],
    ["tree-shadows", "poplars"],
  ] as const) {
    const c = sample(name);
    const [sun, foot] = [at(c, "shade/sun"), at(c, "shade/sun-foot")];
    expect(foot.yMm).toBeCloseTo(c.view.camera.principal.yMm, 9);
    expect(foot.xMm).toBeCloseTo(sun.xMm, 9);
    let cast = 0;
    for (const id of c.evaluation.points.keys()) {
      const [, end] = /^shade\/shadow-(.*)$/.exec(id) ?? [];
      if (!end || end.includes("~") || !has(c, `${of}/${end}`)) continue;
      const [shadow, corner] = [at(c, id), at(c, `${of}/${end}`)];
      if (apart(shadow, corner) < 1e-6) continue;
      expect(off(shadow, sun, corner), `${name}: ${id}`).toBeLessThan(1e-5);
      cast++;
    }
    expect(cast, name).toBeGreaterThan(0);
    for (const n of [1, 2, 3])
      if (has(c, `${of}/foot-${n}`) && has(c, `shade/shadow-head-${n}`))
        expect(off(at(c, `shade/shadow-head-${n}`), foot, at(c, `${of}/foot-${n}`))).toBeLessThan(1e-5);
  }
});

test("bands of the sky are equally high between the horizon and the sheet's upper edge", () => {
  const c = sample("sky-bands");
  const levels = [0, 1, 2, 3].map((n) => at(c, `sky/left-${n}`).yMm);
  expect(levels[0]).toBeCloseTo(at(c, "sheet/vanishing-point").yMm, 9);
  expect(levels[3]).toBeCloseTo(0, 9);
  equal(levels.slice(1).map((y, i) => (levels[i] ?? 0) - y));
});

test("a chimney's feet lie on the roof's slope, its sides stand upright", () => {
  const c = sample("chimney-one");
  const [eave, peak] = [at(c, "boathouse/front-far-eave"), at(c, "boathouse/front-peak")];
  const [low, high] = [at(c, "chimney/front-right-bottom"), at(c, "chimney/front-left-bottom")];
  // One plane, two parallel lines of it, both facing us: equally steep on paper.
  expect((high.yMm - low.yMm) / (high.xMm - low.xMm)).toBeCloseTo(
    (peak.yMm - eave.yMm) / (peak.xMm - eave.xMm),
    6,
  );
  expect(at(c, "chimney/front-right-top").xMm).toBeCloseTo(low.xMm, 9);
});

test("house fronts fitted to rays stand foot and top on them, their peaks on one line to the point", () => {
  const c = sample("fronts-on-rays");
  const point = at(c, "sheet/vanishing-point");
  for (const n of [0, 1, 2, 3]) {
    expect(off(at(c, `fronts/foot-${n}`), at(c, "strips/left-2"), point)).toBeLessThan(1e-6);
    expect(off(at(c, `fronts/top-${n}`), at(c, "strips/upper-left-3"), point)).toBeLessThan(1e-6);
  }
  for (const n of [2, 3])
    expect(off(at(c, `fronts/peak-${n}`), at(c, "fronts/peak-1"), point)).toBeLessThan(1e-6);
  const t = trueAlong(at(c, "fronts/foot-0"), point);
  const feet = [1, 2, 3].map((n) => t(at(c, `fronts/foot-${n}`)));
  equal(feet.map((f, i) => f - (feet[i - 1] ?? 0)));
});

test("a two-point view without a stated centre looks from before the sheet, and says so", () => {
  const c = sample("centre-taken");
  const { principal } = c.view.camera;
  expect(principal.xMm).toBeGreaterThan(0);
  expect(principal.xMm).toBeLessThan(297);
  expect(c.findings.map((f) => f.code)).toContain("centre-of-vision-taken");
});
