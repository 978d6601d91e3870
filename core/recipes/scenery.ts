import * as v from "valibot";
import type { Finding } from "../base/index.ts";
import { paperToWorld, type Vec3, type View } from "../view/index.ts";
import { groundAt } from "./ground-strip.ts";
import { ObjectBase } from "./object-base.ts";
import { FOOT } from "./placement.ts";
import { type Built, FLAT, type Recipe } from "./recipe.ts";
import { roughRound } from "./row.ts";
import type { SolidPage } from "./solid-page.ts";

/** Strips of a landscape: rays from the vanishing point in mirrored pairs below the horizon, and a few above it. */
export const RaysSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("rays"),
  pairs: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1, "at least one pair"),
    v.maxValue(20, "at most 20 pairs"),
  ),
  above: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(20, "at most 20 rays above the horizon")),
});
export type RaysSlice = v.InferOutput<typeof RaysSchema>;

/** A skyline drawn by hand: eye level stays the straight horizon and alone carries vanishing points. */
export const HillsSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("hills"),
  /** Tops from left to right, in mm above the horizon at even steps across the sheet. */
  topsMm: v.pipe(
    v.array(
      v.pipe(
        v.number(),
        v.minValue(0, "a hill rises at least 0 mm"),
        v.maxValue(1000, "a hill rises at most 1000 mm"),
      ),
    ),
    v.minLength(2, "a skyline has at least two tops"),
    v.maxLength(24, "a skyline has at most 24 tops"),
  ),
});
export type HillsSlice = v.InferOutput<typeof HillsSchema>;

/** A place set aside for drawing freely: foliage, a figure, a boat. It is sized and announced, never constructed. */
export const FreehandSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("freehand"),
  depthSetBy: v.picklist(["ground", "free"]),
  /** Whether it covers what stands behind it. */
  covers: v.boolean(),
  handles: v.strictObject({
    ...FOOT,
    widthMm: v.pipe(
      v.number(),
      v.minValue(1, "at least 1 mm wide"),
      v.maxValue(3000, "at most 3000 mm wide"),
    ),
    heightMm: v.pipe(
      v.number(),
      v.minValue(1, "at least 1 mm high"),
      v.maxValue(3000, "at most 3000 mm high"),
    ),
  }),
});
export type FreehandSlice = v.InferOutput<typeof FreehandSchema>;

export const rays: Recipe<RaysSlice> = {
  impossible: () => [],
  solve: (slice, { view }) => {
    const points: Record<string, Vec3> = {};
    for (const { name, xMm, yMm } of rayStarts(slice, view))
      points[name] = paperToWorld(view.camera, { xMm, yMm }, view.camera.distanceMm);
    return {
      solid: { ...FLAT, corners: {} },
      block: null,
      points,
      called: callRays(slice),
      tie: { kind: "ground" },
      findings: [],
    };
  },
  draw: drawRays,
};

/** Where rays begin: even steps along the sheet's lower edge either side of the VP, and along the upper edge. */
function rayStarts(slice: RaysSlice, view: View): { name: string; xMm: number; yMm: number }[] {
  const { widthMm: w, heightMm: h } = view.sheet;
  const x = view.camera.principal.xMm;
  const starts: { name: string; xMm: number; yMm: number }[] = [];
  for (let i = 1; i <= slice.pairs; i++) {
    const off = (w * 0.75 * i) / slice.pairs;
    starts.push({ name: `left-${i}`, xMm: x - off, yMm: h }, { name: `right-${i}`, xMm: x + off, yMm: h });
  }
  for (let i = 1; i <= slice.above; i++) {
    const off = (w * (i - (slice.above + 1) / 2)) / Math.max(1, slice.above);
    starts.push({ name: `above-${i}`, xMm: x + off, yMm: 0 });
  }
  return starts;
}

/** Draws rays: the strips left and right in mirrored pairs, then those above the horizon. */
function drawRays(page: SolidPage, slice: RaysSlice): void {
  if (page.isFlat("depth")) return;
  const rule = (name: string) => {
    page.markFromEdges(name);
    const farAway = name.startsWith("above");
    page.ruleToVanishingPoint(`ray-${name}`, name, "depth", { role: "detail", called: "ray", farAway });
  };
  page.phase("strips");
  for (let i = 1; i <= slice.pairs; i++) for (const side of ["left", "right"]) rule(`${side}-${i}`);
  if (slice.above === 0) return;
  page.phase("above");
  for (let i = 1; i <= slice.above; i++) rule(`above-${i}`);
}

function callRays(slice: RaysSlice): Record<string, string> {
  const called: Record<string, string> = {};
  for (let i = 1; i <= slice.pairs; i++) {
    called[`left-${i}`] = `mark ${i} left of the middle`;
    called[`right-${i}`] = `mark ${i} right of the middle`;
  }
  for (let i = 1; i <= slice.above; i++) called[`above-${i}`] = `mark ${i} on the upper edge`;
  return called;
}

export const hills: Recipe<HillsSlice> = {
  impossible: () => [],
  solve: () => flatThing([]),
  draw: (page, slice) => {
    page.phase("skyline");
    page.freehandFarAway("skyline", skyline(slice, page.view));
  },
};

/** Points of a smooth line through the tops: between two of them it eases as a cosine, level at each top. */
function skyline(slice: HillsSlice, view: View): { xMm: number; yMm: number }[] {
  const tops = slice.topsMm;
  const steps = 12;
  const points: { xMm: number; yMm: number }[] = [];
  for (let i = 0; i + 1 < tops.length; i++) {
    const [a, b] = [tops[i] ?? 0, tops[i + 1] ?? 0];
    for (let k = i === 0 ? 0 : 1; k <= steps; k++) {
      const t = k / steps;
      const ease = (1 - Math.cos(Math.PI * t)) / 2;
      points.push({
        xMm: (view.sheet.widthMm * (i + t)) / (tops.length - 1),
        yMm: view.horizonMm - (a + (b - a) * ease),
      });
    }
  }
  return points;
}

export const freehand: Recipe<FreehandSlice> = {
  impossible: () => [],
  solve: solveFreehand,
  draw: (page, slice, built) => {
    page.phase("freehand");
    page.markFromEdges("foot");
    const centre = built.points.centre;
    const [side, top] = [built.points.side, built.points.top];
    if (!centre || !side || !top) return;
    const from = (p: Vec3): Vec3 => [p[0] - centre[0], p[1] - centre[1], p[2] - centre[2]];
    page.freehand("outline", roughRound(centre, from(side), from(top), slice.id.length), {
      on: [`${slice.id}/screen`],
    });
  },
};

function solveFreehand(slice: FreehandSlice, { view }: { readonly view: View }): Built {
  const { fromLeftMm, fromBottomMm, widthMm, heightMm } = slice.handles;
  const foot = { xMm: fromLeftMm, yMm: view.sheet.heightMm - fromBottomMm };
  const ground = groundAt(view, foot.xMm, foot.yMm);
  const onGround = slice.depthSetBy === "ground" && foot.yMm > view.horizonMm;
  const z = onGround ? ground[2] : view.camera.distanceMm;
  const at = (dx: number, dy: number) =>
    paperToWorld(view.camera, { xMm: foot.xMm + dx, yMm: foot.yMm - dy }, z);
  const ring = [
    at(-widthMm / 2, 0),
    at(-widthMm / 2, heightMm),
    at(widthMm / 2, heightMm),
    at(widthMm / 2, 0),
  ];
  const findings: Finding[] =
    slice.depthSetBy === "ground" && !onGround
      ? [
          {
            code: "foot-above-horizon",
            severity: "fault",
            about: slice.id,
            message: `The ${slice.label} stands on the ground, but its foot is not below the horizon. It is drawn as floating until then.`,
            numbers: { aboveHorizonMm: view.horizonMm - foot.yMm },
            mend: {
              label: "Let it float",
              changes: [{ id: `object/${slice.id}`, field: "depthSetBy", value: "free" }],
            },
          },
        ]
      : [];
  // It covers by an upright screen with cut corners: a rough outline needs no finer one.
  const cut = (i: number, k: number, share: number): Vec3 =>
    mixed(ring[i] ?? ground, ring[k] ?? ground, share);
  const screen = [
    cut(0, 1, 0.25),
    cut(0, 1, 0.75),
    cut(1, 2, 0.25),
    cut(1, 2, 0.75),
    cut(2, 3, 0.25),
    cut(2, 3, 0.75),
    cut(3, 0, 0.25),
    cut(3, 0, 0.75),
  ];
  const corners = Object.fromEntries(screen.map((p, i) => [`screen-${i + 1}`, p]));
  return {
    solid: {
      corners,
      faces: [{ id: "screen", corners: Object.keys(corners), holes: [], normal: [0, 0, -1] }],
      edges: [],
      opaque: slice.covers,
      convex: true,
    },
    block: null,
    points: {
      foot: at(0, 0),
      centre: at(0, heightMm / 2),
      side: at(widthMm / 2, heightMm / 2),
      top: at(0, heightMm),
    },
    called: { foot: `foot of the ${slice.label}` },
    tie: onGround ? { kind: "ground" } : { kind: "free" },
    findings,
  };
}

function mixed(a: Vec3, b: Vec3, t: number): Vec3 {
  return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
}

function flatThing(findings: readonly Finding[]): Built {
  return { solid: { ...FLAT, corners: {} }, block: null, points: {}, tie: { kind: "ground" }, findings };
}
