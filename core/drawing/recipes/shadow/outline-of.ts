import {
  areaMm2,
  distanceMm,
  findPaperPoint,
  hPoint,
  join,
  meet,
  type PaperPoint,
  type Region,
  together,
} from "../../../ground/geometry/index.ts";

/** A stretch of a shadow's outline: it runs along the line between the shadows of two corners, from one place to another. */
export interface OutlineStretch {
  readonly line: readonly [string, string];
  readonly from: string;
  readonly to: string;
}

/** A shadow's outline: its rings by the names of their places, the stretches between these, and where those places lie that no corner throws. */
export interface ShadowOutline {
  readonly rings: readonly (readonly string[])[];
  readonly stretches: readonly OutlineStretch[];
  readonly knots: Readonly<Record<string, PaperPoint>>;
}

const EMPTY: ShadowOutline = { rings: [], stretches: [], knots: {} };

/** Two places nearer than this are one: far above what the clipping library rounds to, far below a pencil line. */
const ONE_PLACE_MM = 0.005;

/**
 * The outline of all that several flat pieces throw together, each piece by the names of its corners' shadows. Where the outlines of
 * two pieces cross there is a knot: it is the crossing of two lines between corners' shadows, so a ruler finds it.
 */
export function outlineOf(
  pieces: readonly (readonly (readonly string[])[])[],
  places: ReadonlyMap<string, PaperPoint>,
): ShadowOutline {
  const at = (name: string): PaperPoint => places.get(name) ?? { xMm: 0, yMm: 0 };
  const regions = pieces
    .map((rings): Region => rings.map((ring) => ring.map(at)))
    .filter((region) => areaMm2(region) > ONE_PLACE_MM);
  const lines = linesOf(pieces, at);
  const knots: Record<string, PaperPoint> = {};
  const stretches: OutlineStretch[] = [];
  const rings: string[][] = [];
  for (const ring of together(regions).map(withoutStraightOn)) {
    if (ring.length < 3) continue;
    const along = ring.map((p, i) => lineBetween(lines, at, p, ring[(i + 1) % ring.length] ?? p));
    if (along.some((line) => line === null)) return EMPTY;
    const names = ring.map((p, i) => {
      const corner = [...places].find(([, q]) => distanceMm(p, q) < ONE_PLACE_MM)?.[0];
      if (corner !== undefined) return corner;
      const [before, after] = [along[(i + ring.length - 1) % ring.length], along[i]];
      const exact = before && after ? crossingOf(before, after, at) : null;
      const name = `knot-${Object.keys(knots).length + 1}`;
      knots[name] = exact ?? p;
      return name;
    });
    rings.push(names);
    for (const [i, line] of along.entries()) {
      const [from, to] = [names[i], names[(i + 1) % names.length]];
      if (line && from !== undefined && to !== undefined) stretches.push({ line, from, to });
    }
  }
  return { rings, stretches, knots };
}

type Line = readonly [string, string];

/** Every side of every piece once, longest first: on it the ruler lies best. */
function linesOf(
  pieces: readonly (readonly (readonly string[])[])[],
  at: (name: string) => PaperPoint,
): readonly Line[] {
  const lines = new Map<string, Line>();
  for (const ring of pieces.flat())
    for (const [i, a] of ring.entries()) {
      const b = ring[(i + 1) % ring.length] ?? a;
      if (distanceMm(at(a), at(b)) > ONE_PLACE_MM) lines.set([a, b].sort().join(" "), [a, b]);
    }
  const long = ([a, b]: Line) => distanceMm(at(a), at(b));
  return [...lines.values()].sort((x, y) => long(y) - long(x));
}

/** The side of a piece that a stretch of the outline lies on. */
function lineBetween(
  lines: readonly Line[],
  at: (name: string) => PaperPoint,
  p: PaperPoint,
  q: PaperPoint,
): Line | null {
  return lines.find(([a, b]) => [p, q].every((r) => offSegmentMm(r, at(a), at(b)) < ONE_PLACE_MM)) ?? null;
}

function offSegmentMm(p: PaperPoint, a: PaperPoint, b: PaperPoint): number {
  const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
  const size2 = dx * dx + dy * dy;
  const t = Math.max(0, Math.min(1, ((p.xMm - a.xMm) * dx + (p.yMm - a.yMm) * dy) / size2));
  return Math.hypot(a.xMm + dx * t - p.xMm, a.yMm + dy * t - p.yMm);
}

function crossingOf([a, b]: Line, [c, d]: Line, at: (name: string) => PaperPoint): PaperPoint | null {
  const line = (p: string, q: string) => join(hPoint(at(p)), hPoint(at(q)));
  return findPaperPoint(meet(line(a, b), line(c, d)));
}

/** A ring without the places at which it runs straight on. */
function withoutStraightOn(ring: readonly PaperPoint[]): readonly PaperPoint[] {
  return ring.filter((p, i) => {
    const [before, after] = [ring[(i + ring.length - 1) % ring.length], ring[(i + 1) % ring.length]];
    return !before || !after || offSegmentMm(p, before, after) > ONE_PLACE_MM;
  });
}
