import {
  between,
  distanceMm,
  findPaperPoint,
  type HLine,
  type HPoint,
  type PaperPoint,
} from "./homogeneous.ts";
import { type Interval, unite } from "./interval.ts";
import { insideRegion, type Region, regionContains } from "./polygon.ts";

/**
 * The course of a stroke on paper together with its inverse depth q, in its own parameter 0…1.
 * - straight: shares of the paper length; q is affine.
 * - arc: the image of a circle's arc, h(t) = centre + across·cos t + up·sin t with the depth as third component;
 *   shares of the angle from `fromRad` to `toRad`. Its image is a conic (R. Hartley and A. Zisserman, Multiple
 *   View Geometry, 2nd ed., ch. 2, from memory), drawn from the circle itself, never fitted.
 * - path: straight pieces from point to point; shares of the whole paper length.
 */
export type Trace =
  | {
      readonly kind: "straight";
      readonly from: PaperPoint;
      readonly to: PaperPoint;
      readonly qFrom: number;
      readonly qTo: number;
    }
  | {
      readonly kind: "arc";
      readonly centre: HPoint;
      readonly across: HPoint;
      readonly up: HPoint;
      readonly fromRad: number;
      readonly toRad: number;
    }
  | { readonly kind: "path"; readonly points: readonly DepthPoint[] };

interface DepthPoint {
  readonly at: PaperPoint;
  readonly q: number;
}

/**
 * Inverse depth of a plane seen on paper: q = across·x + down·y + at0. A stroke lies behind the plane where its
 * own q is smaller.
 */
export interface PlaneDepth {
  readonly across: number;
  readonly down: number;
  readonly at0: number;
}

/** A plane counts as nearer only by this share of the stroke's inverse depth: contact is no hiding. */
const NEARER_BY = 1e-9;

/** The paper point at a share of the course. */
export function pointOn(trace: Trace, share: number): PaperPoint {
  switch (trace.kind) {
    case "straight":
      return between(trace.from, trace.to, share);
    case "arc":
      return findPaperPoint(hOn(trace, share)) ?? { xMm: 0, yMm: 0 };
    case "path": {
      const { segment, within } = segmentAt(trace.points, share);
      return between(segment[0].at, segment[1].at, within);
    }
  }
}

/** Whether the whole course is one point. */
export function isPoint(trace: Trace): boolean {
  return trace.kind === "straight" && trace.from.xMm === trace.to.xMm && trace.from.yMm === trace.to.yMm;
}

/** Paper points that follow the course from one share to another; a curve strays from them by at most 0.01 mm. */
export function pointsAlong(trace: Trace, from: number, to: number): PaperPoint[] {
  switch (trace.kind) {
    case "straight":
      return [pointOn(trace, from), pointOn(trace, to)];
    case "arc": {
      const n = chordCount(trace, from, to);
      return Array.from({ length: n + 1 }, (_, i) => pointOn(trace, from + ((to - from) * i) / n));
    }
    case "path": {
      const inner = sharesOf(trace.points)
        .map((share, i) => ({ share, at: trace.points[i]?.at }))
        .flatMap(({ share, at }) => (at && share > from && share < to ? [at] : []));
      return [pointOn(trace, from), ...inner, pointOn(trace, to)];
    }
  }
}

/** Length on paper in mm between two shares. */
export function traceLengthMm(trace: Trace, from = 0, to = 1): number {
  if (trace.kind === "straight") return distanceMm(trace.from, trace.to) * (to - from);
  const points = pointsAlong(trace, from, to);
  return points.reduce((sum, p, i) => sum + (i > 0 ? distanceMm(points[i - 1] ?? p, p) : 0), 0);
}

/** The stretches of a course inside a region of the paper that also lie behind a plane; null plane: all inside. */
export function stretchesBehind(trace: Trace, region: Region, plane: PlaneDepth | null): readonly Interval[] {
  switch (trace.kind) {
    case "straight":
      return straightBehind(trace, region, plane);
    case "arc":
      return arcBehind(trace, region, plane);
    case "path":
      return pathBehind(trace, region, plane);
  }
}

const NOTHING: readonly Interval[] = [];

function straightBehind(
  trace: Extract<Trace, { kind: "straight" }>,
  region: Region,
  plane: PlaneDepth | null,
): readonly Interval[] {
  let low = 0;
  let high = 1;
  if (plane) {
    const ahead0 = ahead(plane, trace.from, trace.qFrom);
    const ahead1 = ahead(plane, trace.to, trace.qTo);
    if (ahead0 <= 0 && ahead1 <= 0) return NOTHING;
    if (ahead0 <= 0) low = ahead0 / (ahead0 - ahead1);
    else if (ahead1 <= 0) high = ahead0 / (ahead0 - ahead1);
  }
  const inside = insideRegion(trace.from, trace.to, region);
  if (inside.length === 0 || (low === 0 && high === 1)) return inside;
  return inside
    .map((i) => ({ from: Math.max(i.from, low), to: Math.min(i.to, high) }))
    .filter((i) => i.to > i.from);
}

function ahead(plane: PlaneDepth, p: PaperPoint, q: number): number {
  return plane.across * p.xMm + plane.down * p.yMm + plane.at0 - q * (1 + NEARER_BY);
}

/** On an arc every border and plane cuts where a + b·cos t + c·sin t = 0: closed form, then judged piece by piece. */
function arcBehind(
  trace: Extract<Trace, { kind: "arc" }>,
  region: Region,
  plane: PlaneDepth | null,
): readonly Interval[] {
  const cuts = [0, 1];
  for (const ring of region) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[j], ring[i]];
      if (!a || !b) continue;
      cuts.push(
        ...sharesOnLine(trace, [a.yMm - b.yMm, b.xMm - a.xMm, a.xMm * b.yMm - b.xMm * a.yMm] as HLine),
      );
    }
  }
  const planeLine = plane && ([plane.across, plane.down, plane.at0] as const);
  if (planeLine) {
    // q = 1/h₃, so plane ahead ⇔ plane·h > 1 + NEARER_BY.
    cuts.push(...sharesWhere(trace, (h) => dot(planeLine, h), 1 + NEARER_BY));
  }
  return judged(cuts, (share) => {
    const h = hOn(trace, share);
    if (planeLine && dot(planeLine, h) <= 1 + NEARER_BY) return false;
    const p = findPaperPoint(h);
    return p !== null && regionContains(region, p);
  });
}

function pathBehind(
  trace: Extract<Trace, { kind: "path" }>,
  region: Region,
  plane: PlaneDepth | null,
): readonly Interval[] {
  const shares = sharesOf(trace.points);
  const found: Interval[] = [];
  for (let i = 1; i < trace.points.length; i++) {
    const [a, b] = [trace.points[i - 1], trace.points[i]];
    const [s0, s1] = [shares[i - 1] ?? 0, shares[i] ?? 1];
    if (!a || !b || s1 <= s0) continue;
    const piece = { kind: "straight", from: a.at, to: b.at, qFrom: a.q, qTo: b.q } as const;
    for (const inside of straightBehind(piece, region, plane)) {
      found.push({ from: s0 + (s1 - s0) * inside.from, to: s0 + (s1 - s0) * inside.to });
    }
  }
  return unite(found);
}

/** Shares of an arc at which it lies on a line of the paper. */
export function sharesOnLine(trace: Extract<Trace, { kind: "arc" }>, line: HLine): number[] {
  return sharesWhere(trace, (h) => dot(line, h), 0);
}

function sharesWhere(
  trace: Extract<Trace, { kind: "arc" }>,
  of: (h: HPoint) => number,
  value: number,
): number[] {
  const [a, b, c] = [of(trace.centre) - value, of(trace.across), of(trace.up)];
  const r = Math.hypot(b, c);
  if (r === 0 || Math.abs(a) > r) return [];
  const middle = Math.atan2(c, b);
  const half = Math.acos(Math.max(-1, Math.min(1, -a / r)));
  const sweep = trace.toRad - trace.fromRad;
  return [middle - half, middle + half].flatMap((t) => {
    // Every full turn of the solution that falls into the arc.
    const turns: number[] = [];
    for (let k = -2; k <= 2; k++) {
      const share = (t + k * 2 * Math.PI - trace.fromRad) / sweep;
      if (share > 0 && share < 1) turns.push(share);
    }
    return turns;
  });
}

/** Where a condition holds that can change only at the cuts: each piece is judged at its middle. */
function judged(cuts: number[], holds: (share: number) => boolean): Interval[] {
  const sorted = [...new Set(cuts)].sort((a, b) => a - b);
  const found: Interval[] = [];
  for (let i = 1; i < sorted.length; i++) {
    const piece = { from: sorted[i - 1] ?? 0, to: sorted[i] ?? 1 };
    if (piece.to > piece.from && holds((piece.from + piece.to) / 2)) found.push(piece);
  }
  return unite(found);
}

function hOn(trace: Extract<Trace, { kind: "arc" }>, share: number): HPoint {
  const t = trace.fromRad + (trace.toRad - trace.fromRad) * share;
  const [cos, sin] = [Math.cos(t), Math.sin(t)];
  const { centre: o, across: u, up: w } = trace;
  return [o[0] + u[0] * cos + w[0] * sin, o[1] + u[1] * cos + w[1] * sin, o[2] + u[2] * cos + w[2] * sin];
}

function dot(a: readonly [number, number, number], h: HPoint): number {
  return a[0] * h[0] + a[1] * h[1] + a[2] * h[2];
}

/** A chord strays from an arc of radius r by r·(1 − cos(angle/2)); facets keep within this. */
const STRAY_MM = 0.01;

function chordCount(trace: Extract<Trace, { kind: "arc" }>, from: number, to: number): number {
  const [a, m, b] = [pointOn(trace, from), pointOn(trace, (from + to) / 2), pointOn(trace, to)];
  const size = distanceMm(a, m) + distanceMm(m, b);
  const sweep = Math.abs(trace.toRad - trace.fromRad) * (to - from);
  if (size === 0 || sweep === 0) return 1;
  const radius = size / sweep;
  let n = Math.max(2, Math.ceil(sweep / Math.sqrt((8 * STRAY_MM) / Math.max(radius, STRAY_MM))));
  // Foreshortening crowds the curvature at one end: more chords until the worst of them keeps close.
  while (n < MOST_CHORDS && worstStrayMm(trace, from, to, n) > STRAY_MM) n = Math.ceil(n * 1.4);
  return Math.min(n, MOST_CHORDS);
}

const MOST_CHORDS = 600;

/** How far the middle of an even chord strays from the arc, at worst. */
function worstStrayMm(trace: Extract<Trace, { kind: "arc" }>, from: number, to: number, n: number): number {
  let worst = 0;
  let a = pointOn(trace, from);
  for (let i = 1; i <= n; i++) {
    const b = pointOn(trace, from + ((to - from) * i) / n);
    const p = pointOn(trace, from + ((to - from) * (i - 0.5)) / n);
    const length = distanceMm(a, b);
    const off = (b.xMm - a.xMm) * (p.yMm - a.yMm) - (b.yMm - a.yMm) * (p.xMm - a.xMm);
    worst = Math.max(worst, length > 0 ? Math.abs(off) / length : distanceMm(a, p));
    a = b;
  }
  return worst;
}

function sharesOf(points: readonly DepthPoint[]): number[] {
  const lengths = [0];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    lengths.push((lengths[i - 1] ?? 0) + (a && b ? distanceMm(a.at, b.at) : 0));
  }
  const whole = lengths[lengths.length - 1] ?? 0;
  return lengths.map((l, i) => (whole > 0 ? l / whole : i / Math.max(1, points.length - 1)));
}

function segmentAt(points: readonly DepthPoint[], share: number) {
  const shares = sharesOf(points);
  let i = 1;
  while (i < points.length - 1 && (shares[i] ?? 1) < share) i++;
  const origin = { at: { xMm: 0, yMm: 0 }, q: 0 };
  const [s0, s1] = [shares[i - 1] ?? 0, shares[i] ?? 1];
  return {
    segment: [points[i - 1] ?? origin, points[i] ?? points[i - 1] ?? origin] as const,
    within: s1 > s0 ? Math.min(1, Math.max(0, (share - s0) / (s1 - s0))) : 0,
  };
}
