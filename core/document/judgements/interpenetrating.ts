import type { PlannedSolid } from "../../drawing/program/index.ts";
import { cornerAt, type Solid } from "../../drawing/solids/index.ts";
import { cross, dot, minus, sizeOf, unit, type Vec3 } from "../../drawing/view/index.ts";
import type { Finding } from "../../ground/base/index.ts";

/** Solids that overlap by less than this share of their distance from the eye only touch: a crate on a crate. */
const TOUCHING = 1e-6;

/**
 * Reports pairs of things in one depth group that stick into each other: they are cut exactly, and no line is invented
 * where they meet. Convex things only, by separating axes (S. Gottschalk, M. C. Lin and D. Manocha, OBBTree, 1996, for the
 * choice of axes; from memory).
 */
export function judgeInterpenetrating(solids: readonly PlannedSolid[]): Finding[] {
  const convex = solids.filter(
    (s) => s.solid.convex && s.solid.faces.length > 3 && s.solid.edges.length > 5 && isClosed(s.solid),
  );
  const balls = convex.map((s) => ballAround(s.solid));
  const findings: Finding[] = [];
  for (const [i, a] of convex.entries())
    for (const [k, b] of convex.slice(i + 1).entries()) {
      if (a.depthGroup !== b.depthGroup || areFarApart(balls[i], balls[i + 1 + k])) continue;
      const depth = overlapOf(a.solid, b.solid);
      if (depth <= 0) continue;
      findings.push({
        code: "interpenetrating",
        severity: "warning",
        about: a.objectId,
        message: `"${a.objectId}" and "${b.objectId}" stick into each other: their lines stop where the other hides them, but no line is drawn where they meet. Move one of them, or set it on the other.`,
        numbers: { overlapMm: depth },
      });
    }
  return findings;
}

interface Ball {
  readonly centre: Vec3;
  readonly radius: number;
}

function ballAround(solid: Solid): Ball {
  const centre = middleOf(solid);
  return { centre, radius: Math.max(...Object.values(solid.corners).map((p) => sizeOf(minus(p, centre)))) };
}

function areFarApart(a: Ball | undefined, b: Ball | undefined): boolean {
  return !a || !b || sizeOf(minus(a.centre, b.centre)) > a.radius + b.radius;
}

function middleOf(solid: Solid): Vec3 {
  const corners = Object.values(solid.corners);
  const sum = corners.reduce<Vec3>((s, p) => [s[0] + p[0], s[1] + p[1], s[2] + p[2]], [0, 0, 0]);
  return [sum[0] / corners.length, sum[1] / corners.length, sum[2] / corners.length];
}

/** A room is seen from inside and holds things: only solids whose faces look outward can be stuck into. */
function isClosed(solid: Solid): boolean {
  const middle = middleOf(solid);
  return solid.faces.every((f) => dot(f.normal, minus(cornerAt(solid, f.corners[0] ?? ""), middle)) > 0);
}

/** The least depth by which two convex solids overlap along any separating axis; 0 or less when they only touch or are apart. */
function overlapOf(a: Solid, b: Solid): number {
  const pa = Object.values(a.corners);
  const pb = Object.values(b.corners);
  const far = Math.max(...[...pa, ...pb].map(sizeOf));
  const axes = [...a.faces.map((f) => f.normal), ...b.faces.map((f) => f.normal)];
  for (const u of directions(a)) for (const v of directions(b)) axes.push(cross(u, v));
  let least = Number.POSITIVE_INFINITY;
  for (const axis of axes) {
    if (sizeOf(axis) < 1e-9) continue;
    const n = unit(axis);
    const [a0, a1] = spanOf(pa, n);
    const [b0, b1] = spanOf(pb, n);
    least = Math.min(least, Math.min(a1, b1) - Math.max(a0, b0));
    if (least <= TOUCHING * far) return 0;
  }
  return least;
}

function directions(solid: Solid): Vec3[] {
  const found: Vec3[] = [];
  for (const e of solid.edges) {
    const d = unit(minus(cornerAt(solid, e.to), cornerAt(solid, e.from)));
    if (!found.some((f) => Math.abs(Math.abs(dot(f, d)) - 1) < 1e-9)) found.push(d);
  }
  return found;
}

function spanOf(points: readonly Vec3[], n: Vec3): [number, number] {
  const along = points.map((p) => dot(p, n));
  return [Math.min(...along), Math.max(...along)];
}
