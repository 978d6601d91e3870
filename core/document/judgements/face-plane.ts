import { cornerAt, type Face, type Solid } from "../../drawing/solids/index.ts";
import { cross, dot, minus, sizeOf, unit, type Vec3 } from "../../drawing/view/index.ts";

/** A face laid flat: its outline and openings in the two directions of its plane, in the units of space. */
export interface FacePlane {
  readonly face: Face;
  /** How long its longest side is. */
  readonly size: number;
  /** How far a point of space lies before the face; negative behind it. */
  before(point: Vec3): number;
  /** How far a point of the plane lies outside the face; 0 on it. */
  outside(point: Vec3): number;
}

type Flat = readonly [number, number];

/** Lays a face flat; null for one without a plane. */
export function facePlane(solid: Solid, face: Face): FacePlane | null {
  const ring = face.corners.map((c) => cornerAt(solid, c));
  const [origin, next] = ring;
  if (!origin || !next || ring.length < 3 || sizeOf(minus(next, origin)) < 1e-12) return null;
  const across = unit(minus(next, origin));
  const up = unit(cross(face.normal, across));
  const flat = (p: Vec3): Flat => [dot(minus(p, origin), across), dot(minus(p, origin), up)];
  const outline = ring.map(flat);
  const openings = face.holes.map((hole) => hole.map((c) => flat(cornerAt(solid, c))));
  const sides = outline.map((p, i) => distance(p, outline[(i + 1) % outline.length] ?? p));
  return {
    face,
    size: Math.max(...sides),
    before: (point) => dot(minus(point, origin), face.normal),
    outside: (point) => {
      const p = flat(point);
      if (isInside(p, outline) && !openings.some((o) => isInside(p, o))) return 0;
      return Math.min(
        ...[outline, ...openings].flatMap((r) => r.map((a, i) => toSide(p, a, r[(i + 1) % r.length] ?? a))),
      );
    },
  };
}

function distance(a: Flat, b: Flat): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
}

/** By the even-odd rule. */
function isInside([x, y]: Flat, ring: readonly Flat[]): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [[ax, ay], [bx, by]] = [ring[i] ?? [0, 0], ring[j] ?? [0, 0]];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

function toSide(p: Flat, a: Flat, b: Flat): number {
  const long = distance(a, b);
  if (long < 1e-12) return distance(p, a);
  const share = ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / (long * long);
  const t = Math.min(1, Math.max(0, share));
  return distance(p, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
}
