import type { ThrownShadow } from "../../page/index.ts";
import type { ArcEdge, Solid } from "../../solids/index.ts";
import { add, dot, minus, sizeOf, type Vec3 } from "../../view/index.ts";
import { type LitPlane, thrownOn } from "./light.ts";
import type { OutlineStretch, ShadowOutline } from "./outline-of.ts";

type Arc = Omit<ArcEdge, "facets">;

/** The arcs that the round edges of a solid throw: light runs side by side, so a circle's shadow on a plane is an ellipse. */
export function arcsThrown(solid: Solid, light: Vec3, plane: LitPlane): readonly Arc[] {
  return solid.edges.flatMap(({ arc }): Arc[] => {
    if (!arc) return [];
    const [centre, a, b] = [arc.centre, add(arc.centre, arc.across), add(arc.centre, arc.up)].map((p) =>
      thrownOn(p, light, plane, Number.POSITIVE_INFINITY),
    );
    if (!centre || !a || !b) return [];
    return [{ ...arc, centre, across: minus(a, centre), up: minus(b, centre) }];
  });
}

/** An outline with the arcs that some of its stretches follow. */
export type CurvedOutline = ShadowOutline & Pick<ThrownShadow, "curves">;

/** A place lies on an arc when it strays from it by less than this share of its distance: knots lie on the facets' chords. */
const ON_ARC = 2e-4;
/** The same, of the circle itself. */
const ON_CIRCLE = 0.02;
/** At so many places between its ends a curve is marked. */
const MARKED = 3;

/** The outline with every run of stretches between a round edge's many narrow sides taken together as one curve. */
export function withCurves(
  outline: ShadowOutline,
  places: Readonly<Record<string, Vec3>>,
  arcs: readonly Arc[],
): CurvedOutline {
  const runs = runsOf(outline.stretches);
  const curves: ThrownShadow["curves"][number][] = [];
  const straight: OutlineStretch[] = [];
  for (const run of runs) {
    const names = [run[0]?.from, ...run.map((s) => s.to)].filter((n) => n !== undefined);
    const along = names.flatMap((n): Vec3[] => {
      const at = places[n];
      return at ? [at] : [];
    });
    const arc = run.length > 1 ? arcThrough(arcs, along) : null;
    if (!arc) {
      straight.push(...run);
      continue;
    }
    const middle = Array.from(
      { length: MARKED },
      (_, i) => names[Math.round(((i + 1) * (names.length - 1)) / (MARKED + 1))],
    );
    const through = [...new Set([names[0], ...middle, names.at(-1)])].filter((n) => n !== undefined);
    curves.push({ name: `curve-${curves.length + 1}`, arc, through });
  }
  return { ...outline, stretches: straight, curves };
}

/** Stretches that follow each other over places that no hand names; all others by themselves. */
function runsOf(stretches: readonly OutlineStretch[]): OutlineStretch[][] {
  const runs: OutlineStretch[][] = [];
  for (const stretch of stretches) {
    const last = runs.at(-1);
    const goesOn = last?.at(-1)?.to === stretch.from && stretch.from.includes("~");
    if (last && goesOn) last.push(stretch);
    else runs.push([stretch]);
  }
  // A ring may begin in the middle of a curve.
  const [first, last] = [runs[0], runs.at(-1)];
  if (first && last && first !== last && last.at(-1)?.to === first[0]?.from && first[0]?.from.includes("~")) {
    runs.pop();
    first.unshift(...last);
  }
  return runs;
}

/** The arc on which all of some places lie, cut to the stretch from the first of them to the last; null when there is none. */
function arcThrough(arcs: readonly Arc[], points: readonly Vec3[]): Arc | null {
  for (const arc of arcs) {
    const angles = points.flatMap((p) => {
      const rad = angleOn(arc, p);
      return rad === null ? [] : [rad];
    });
    if (angles.length < points.length || angles.length < 2) continue;
    const turned = unwound(angles);
    return { ...arc, fromRad: turned[0] ?? 0, toRad: turned.at(-1) ?? 0 };
  }
  return null;
}

/** Where on an arc's ellipse a point lies: centre + across·cos t + up·sin t in least squares; null beside it. */
function angleOn({ centre, across, up }: Arc, p: Vec3): number | null {
  const off = minus(p, centre);
  const [aa, ab, bb] = [dot(across, across), dot(across, up), dot(up, up)];
  const [pa, pb] = [dot(off, across), dot(off, up)];
  const det = aa * bb - ab * ab;
  if (!(det > 1e-9 * aa * bb)) return null;
  const [c, s] = [(pa * bb - pb * ab) / det, (pb * aa - pa * ab) / det];
  const at = add(add(centre, across, c), up, s);
  const isOn = sizeOf(minus(at, p)) < ON_ARC * sizeOf(p) && Math.abs(Math.hypot(c, s) - 1) < ON_CIRCLE;
  return isOn ? Math.atan2(s, c) : null;
}

/** Angles one after another without a jump of a whole turn. */
function unwound(angles: readonly number[]): number[] {
  const out: number[] = [];
  for (const rad of angles) {
    const before = out.at(-1) ?? rad;
    out.push(rad + 2 * Math.PI * Math.round((before - rad) / (2 * Math.PI)));
  }
  return out;
}
