/**
 * Points and lines of a plane as homogeneous 3-vectors. A point (x, y, w) with w = 0 is a direction, "at
 * infinity"; a line (a, b, c) holds the points with a·x + b·y + c·w = 0. Vectors are defined up to scale.
 * Source: H. S. M. Coxeter, Projective Geometry, ch. 12 (from memory).
 */
export type HPoint = readonly [x: number, y: number, w: number] & { readonly is?: "point" };
export type HLine = readonly [a: number, b: number, c: number] & { readonly is?: "line" };

/** A finite point of the paper: mm from the sheet's top-left corner, x right, y down. */
export interface PaperPoint {
  readonly xMm: number;
  readonly yMm: number;
}

/** A point of the video picture: pixels from its top-left corner, x right, y down. */
export interface PicturePoint {
  readonly xPx: number;
  readonly yPx: number;
}

type Triple = readonly [number, number, number];

function cross(u: Triple, v: Triple): [number, number, number] {
  return [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
}

export function hPoint(p: PaperPoint): HPoint {
  return [p.xMm, p.yMm, 1];
}

/** The direction (dx, dy) as a point at infinity. */
export function hDirection(dx: number, dy: number): HPoint {
  return [dx, dy, 0];
}

/** The line through two points; one of them may be at infinity ("keep the ruler parallel"). */
export function join(p: HPoint, q: HPoint): HLine {
  return cross(p, q) as unknown as HLine;
}

/** The point on two lines; at infinity when they are parallel. */
export function meet(l: HLine, m: HLine): HPoint {
  return cross(l, m) as unknown as HPoint;
}

/** The finite paper point, or null when `p` lies at infinity (its w is below 1e-12 of its size). */
export function findPaperPoint(p: HPoint): PaperPoint | null {
  // Only a bound: without the care for huge numbers that Math.hypot makes an array for at every call.
  const size = Math.sqrt(p[0] * p[0] + p[1] * p[1]);
  if (Math.abs(p[2]) <= 1e-12 * size || p[2] === 0) return null;
  return { xMm: p[0] / p[2], yMm: p[1] / p[2] };
}

/** The acute angle between two lines in radians, 0 to π/2; 0 too when either is the line at infinity. */
export function angleBetweenRad(l: HLine, m: HLine): number {
  const size = Math.hypot(l[0], l[1]) * Math.hypot(m[0], m[1]);
  if (size === 0) return 0;
  const sine = Math.abs(l[0] * m[1] - l[1] * m[0]) / size;
  return Math.asin(Math.min(1, sine));
}

export function distanceMm(p: PaperPoint, q: PaperPoint): number {
  return Math.hypot(q.xMm - p.xMm, q.yMm - p.yMm);
}

/** The point `share` of the way from p to q (0 at p, 1 at q). */
export function between(p: PaperPoint, q: PaperPoint, share: number): PaperPoint {
  return { xMm: p.xMm + (q.xMm - p.xMm) * share, yMm: p.yMm + (q.yMm - p.yMm) * share };
}
