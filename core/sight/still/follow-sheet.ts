import type { CornersPx, PicturePoint } from "../../ground/geometry/index.ts";

/** The sheet at one moment of the recording, as far as it is seen; null: nothing like a sheet. */
export interface SheetSighting {
  readonly atMs: number;
  readonly corners: CornersPx | null;
}

/** Where the sheet lies along the recording: at first, and after each movement. */
export interface SheetCourse {
  readonly corners: CornersPx | null;
  readonly moves: readonly {
    readonly fromMs: number;
    readonly toMs: number;
    readonly corners: CornersPx | null;
  }[];
}

const NAMES = ["topLeft", "topRight", "bottomRight", "bottomLeft"] as const;

function ringOf(corners: CornersPx): readonly PicturePoint[] {
  return NAMES.map((name) => corners[name]);
}

/** Corners from a ring in order, its first the upper left one of the sheet. */
function cornersFrom(ring: readonly PicturePoint[], first = 0): CornersPx {
  const at = (i: number) => ring[(first + i) % 4] ?? { xPx: 0, yPx: 0 };
  return { topLeft: at(0), topRight: at(1), bottomRight: at(2), bottomLeft: at(3) };
}

/** The largest distance between the same corners of two sheets, px. */
export function cornersApart(a: CornersPx, b: CornersPx): number {
  return Math.max(...NAMES.map((n) => Math.hypot(a[n].xPx - b[n].xPx, a[n].yPx - b[n].yPx)));
}

/** The corners in the order that lies nearest to where they were: which edge is up follows from what was before. */
export function inOrderOf(corners: CornersPx, before: CornersPx): CornersPx {
  const ring = ringOf(corners);
  return [0, 1, 2, 3]
    .map((first) => cornersFrom(ring, first))
    .reduce((a, b) => (spread(b, before) < spread(a, before) ? b : a));
}

function spread(a: CornersPx, b: CornersPx): number {
  return NAMES.reduce((sum, n) => sum + (a[n].xPx - b[n].xPx) ** 2 + (a[n].yPx - b[n].yPx) ** 2, 0);
}

/** The order of corners for a sheet seen for the first time: sides as long as the sheet's, the upper left corner as far up and left as that allows. */
export function inOrderOfSheet(
  corners: CornersPx,
  sheet: { readonly widthMm: number; readonly heightMm: number },
): CornersPx {
  const ring = ringOf(corners);
  const side = (i: number) => {
    const [p, q] = [ring[i % 4], ring[(i + 1) % 4]];
    return p && q ? Math.hypot(p.xPx - q.xPx, p.yPx - q.yPx) : 0;
  };
  const [even, odd] = [side(0) + side(2), side(1) + side(3)];
  const isWide = sheet.widthMm > sheet.heightMm * SQUARE;
  const isHigh = sheet.heightMm > sheet.widthMm * SQUARE;
  // Where the sheet is hardly longer than wide, or the camera looks from the side, its shape tells nothing.
  const tells = (isWide || isHigh) && Math.max(even, odd) > Math.min(even, odd) * SQUARE;
  const firsts = tells ? (even > odd === isWide ? [0, 2] : [1, 3]) : [0, 1, 2, 3];
  return firsts
    .map((first) => cornersFrom(ring, first))
    .reduce((a, b) => (b.topLeft.xPx + b.topLeft.yPx < a.topLeft.xPx + a.topLeft.yPx ? b : a));
}

const SQUARE = 1.12;

/** A sheet that lies still for less has not come to rest. */
const LEAST_REST_MS = 600;
/** A sheet that is not seen for longer was taken away. */
const GONE_MS = 2500;
/** One that is seen from so early on lay there when the recording began. */
const FROM_THE_START_MS = 1500;

interface Rest {
  readonly seen: SheetSighting[];
  corners: CornersPx;
}

/**
 * Tells rests from movements in sightings of a sheet, in order of time. `samePx`: corners nearer than this have not moved.
 * One side alone that lies elsewhere is a hand or a ruler over it: a sheet that moves takes at least two sides with it.
 */
export function courseOf(sightings: readonly SheetSighting[], samePx: number, endMs: number): SheetCourse {
  const rests: Rest[] = [];
  let pending: SheetSighting[] = [];
  for (const sighting of sightings) {
    const { corners } = sighting;
    if (!corners) continue;
    const rest = rests[rests.length - 1];
    if (rest && (isSame(corners, rest.corners, samePx) || oneSideOff(corners, rest.corners, samePx))) {
      rest.seen.push(sighting);
      pending = [];
      continue;
    }
    const first = pending[0]?.corners;
    pending = first && isSame(corners, first, samePx) ? [...pending, sighting] : [sighting];
    const since = sighting.atMs - (pending[0]?.atMs ?? 0);
    if (since >= LEAST_REST_MS) {
      rests.push({ seen: pending, corners: middleOf(pending) });
      pending = [];
    }
  }
  const places = rests.map((rest) => ({
    corners: middleOf(rest.seen.filter((s) => s.corners && isSame(s.corners, rest.corners, samePx))),
    fromMs: rest.seen[0]?.atMs ?? 0,
    // The last moment at which it surely lay still: a movement begins slowly.
    toMs:
      rest.seen.findLast((s) => s.corners && isSame(s.corners, rest.corners, samePx / 2))?.atMs ??
      rest.seen[rest.seen.length - 1]?.atMs ??
      0,
    gaps: gapsIn(rest.seen),
  }));
  const [first, ...others] = places;
  if (!first) return { corners: null, moves: [] };
  const early = first.fromMs <= FROM_THE_START_MS;
  const moves: SheetCourse["moves"][number][] = early
    ? []
    : [{ fromMs: 0, toMs: first.fromMs, corners: first.corners }];
  let before = first;
  for (const place of [first, ...others]) {
    if (place !== first) moves.push({ fromMs: before.toMs, toMs: place.fromMs, corners: place.corners });
    moves.push(...place.gaps.map(([fromMs, toMs]) => ({ fromMs, toMs, corners: place.corners })));
    before = place;
  }
  if (endMs - before.toMs > GONE_MS) moves.push({ fromMs: before.toMs, toMs: before.toMs, corners: null });
  return { corners: early ? first.corners : null, moves };
}

/** Stretches of a rest in which the sheet was not seen for so long that it was not there. */
function gapsIn(seen: readonly SheetSighting[]): (readonly [number, number])[] {
  return seen.flatMap((s, i) => {
    const before = seen[i - 1];
    return before && s.atMs - before.atMs > GONE_MS ? [[before.atMs, s.atMs] as const] : [];
  });
}

function isSame(a: CornersPx, b: CornersPx, samePx: number): boolean {
  return cornersApart(a, b) <= samePx;
}

/** Whether all but one of a sheet's sides lie where they were. */
function oneSideOff(a: CornersPx, b: CornersPx, samePx: number): boolean {
  const [ra, rb] = [ringOf(a), ringOf(b)];
  const offs = rb.map((p, i) => {
    const q = rb[(i + 1) % 4] ?? p;
    const long = Math.hypot(q.xPx - p.xPx, q.yPx - p.yPx) || 1;
    const off = (r: PicturePoint | undefined) =>
      r ? Math.abs((r.xPx - p.xPx) * (q.yPx - p.yPx) - (r.yPx - p.yPx) * (q.xPx - p.xPx)) / long : 0;
    // The middle of the side tells whether it lies elsewhere; its ends are where other sides cut it.
    const [s, t] = [ra[i], ra[(i + 1) % 4]];
    const middle = s && t ? { xPx: (s.xPx + t.xPx) / 2, yPx: (s.yPx + t.yPx) / 2 } : undefined;
    return off(middle);
  });
  return offs.filter((off) => off > samePx / 2).length <= 1 && Math.max(...offs) > samePx / 2;
}

/** The middle place of each corner over several sightings: the median, which a few wrong ones do not move. */
function middleOf(seen: readonly SheetSighting[]): CornersPx {
  const rings = seen.flatMap((s) => (s.corners ? [ringOf(s.corners)] : []));
  const median = (values: readonly number[]) => {
    const sorted = [...values].sort((a, b) => a - b);
    const half = sorted.length >> 1;
    return sorted.length % 2 === 1
      ? (sorted[half] ?? 0)
      : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2;
  };
  return cornersFrom(
    [0, 1, 2, 3].map((i) => ({
      xPx: median(rings.map((r) => r[i]?.xPx ?? 0)),
      yPx: median(rings.map((r) => r[i]?.yPx ?? 0)),
    })),
  );
}
