import type { CornersPx, PicturePoint } from "../../ground/geometry/index.ts";
import { type GrayImage, lumaAt } from "./gray-image.ts";

/** Where a sheet lies in a picture, and how much of each side is seen: top, right, bottom, left; 0 to 1. */
export interface SheetSeen {
  readonly corners: CornersPx;
  readonly sides: readonly [number, number, number, number];
}

/** A line n·p = c with n of length 1, pointing out of the sheet. */
interface Side {
  readonly nx: number;
  readonly ny: number;
  readonly c: number;
}

/** Looks along a side, and the part of it near its corners where none are: corners curl and are held. */
const LOOKS = 64;
const LEFT_OUT = 0.04;
/** A change of grey this small across so many pixels is no edge. */
const LEAST_STEP = 3;
/** Half of the stretch over which the change is taken, px. */
const ACROSS = 1.5;
const STEP = 0.5;
/** An edge further off the side's line than this belongs to something else. */
const INLIER_PX = 1.2;
/** Part of a side that must be seen to tell where it lies. */
export const LEAST_SEEN = 0.3;

/**
 * Finds a sheet's sides near where they are thought to lie, to a fraction of a pixel: looks across each side for the change
 * from paper to table, and lays a line through most of them, so that a hand over a corner or over part of a side does not
 * matter. Corners are where sides meet. Null: fewer than `least` sides are seen; the others stay where they were thought to be.
 */
export function findSides(
  picture: GrayImage,
  near: CornersPx,
  searchPx: number,
  least = 4,
): SheetSeen | null {
  const ring = [near.topLeft, near.topRight, near.bottomRight, near.bottomLeft] as const;
  const turn = area2(ring) > 0 ? 1 : -1;
  const found = ring.map((a, i) => {
    const b = ring[(i + 1) % 4] ?? a;
    const thought = sideThrough(a, b, turn);
    const line = findSide(picture, a, b, thought, searchPx);
    return line ?? { side: thought, seen: 0 };
  });
  if (found.filter((f) => f.seen >= LEAST_SEEN).length < least) return null;
  const sides = found.map((f) => f.side) as [Side, Side, Side, Side];
  const [top, right, bottom, left] = sides;
  const corners = [meetOf(left, top), meetOf(top, right), meetOf(right, bottom), meetOf(bottom, left)];
  const [topLeft, topRight, bottomRight, bottomLeft] = corners;
  if (!topLeft || !topRight || !bottomRight || !bottomLeft) return null;
  return {
    corners: { topLeft, topRight, bottomRight, bottomLeft },
    sides: found.map((f) => f.seen) as unknown as SheetSeen["sides"],
  };
}

/** Twice the area of a ring, above 0 where it goes clockwise as seen (y down). */
function area2(ring: readonly PicturePoint[]): number {
  return ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length] ?? p;
    return sum + p.xPx * q.yPx - q.xPx * p.yPx;
  }, 0);
}

function sideThrough(a: PicturePoint, b: PicturePoint, turn: number): Side {
  const long = Math.hypot(b.xPx - a.xPx, b.yPx - a.yPx) || 1;
  const [nx, ny] = [(turn * (b.yPx - a.yPx)) / long, (-turn * (b.xPx - a.xPx)) / long];
  return { nx, ny, c: nx * a.xPx + ny * a.yPx };
}

/** Where two sides meet; null when they hardly do. */
function meetOf(a: Side, b: Side): PicturePoint | null {
  const det = a.nx * b.ny - a.ny * b.nx;
  if (Math.abs(det) < 0.1) return null;
  return { xPx: (a.c * b.ny - a.ny * b.c) / det, yPx: (a.nx * b.c - a.c * b.nx) / det };
}

/** A side's line through most of the changes seen across it. */
function findSide(
  picture: GrayImage,
  a: PicturePoint,
  b: PicturePoint,
  { nx, ny }: Side,
  searchPx: number,
): { side: Side; seen: number } | null {
  const looks: { along: number; off: number; up: boolean }[] = [];
  for (let i = 0; i < LOOKS; i++) {
    const along = LEFT_OUT + (1 - 2 * LEFT_OUT) * ((i + 0.5) / LOOKS);
    const x = a.xPx + (b.xPx - a.xPx) * along;
    const y = a.yPx + (b.yPx - a.yPx) * along;
    if (x < 0 || y < 0 || x >= picture.widthPx || y >= picture.heightPx) continue;
    const edge = edgeAcross(picture, x, y, nx, ny, searchPx);
    if (edge) looks.push({ along, ...edge });
  }
  // Paper against table is lighter or darker all along; what changes the other way is something that lies there.
  const up = looks.filter((l) => l.up).length * 2 > looks.length;
  const alike = looks.filter((l) => l.up === up);
  const line = lineThrough(alike);
  if (!line) return null;
  const close = alike.filter((l) => Math.abs(l.off - line.at(l.along)) < INLIER_PX);
  const fitted = leastSquares(close);
  if (!fitted) return null;
  const p = { x: a.xPx + nx * fitted.at(0), y: a.yPx + ny * fitted.at(0) };
  const q = { x: b.xPx + nx * fitted.at(1), y: b.yPx + ny * fitted.at(1) };
  const long = Math.hypot(q.x - p.x, q.y - p.y) || 1;
  const turned = Math.sign(nx * (q.y - p.y) - ny * (q.x - p.x)) || 1;
  const [mx, my] = [(turned * (q.y - p.y)) / long, (-turned * (q.x - p.x)) / long];
  return { side: { nx: mx, ny: my, c: mx * p.x + my * p.y }, seen: close.length / LOOKS };
}

/** The strongest change of grey across a side, how far out it lies in px, and whether it gets lighter outward. */
function edgeAcross(
  picture: GrayImage,
  x: number,
  y: number,
  nx: number,
  ny: number,
  searchPx: number,
): { off: number; up: boolean } | null {
  const half = Math.ceil(searchPx / STEP);
  const reach = Math.round(ACROSS / STEP);
  const grey: number[] = [];
  for (let k = -half - reach; k <= half + reach; k++)
    // Pixel centres lie half a pixel in.
    grey.push(lumaAt(picture, x + nx * k * STEP - 0.5, y + ny * k * STEP - 0.5));
  const change = (k: number) => {
    let sum = 0;
    for (let r = 1; r <= reach; r++) sum += (grey[k + reach + r] ?? 0) - (grey[k + reach - r] ?? 0);
    return sum / reach;
  };
  let [best, most] = [-1, LEAST_STEP];
  for (let k = 0; k <= 2 * half; k++) if (Math.abs(change(k)) > most) [best, most] = [k, Math.abs(change(k))];
  if (best < 0) return null;
  const [before, at, after] = [change(best - 1), change(best), change(best + 1)].map(Math.abs) as [
    number,
    number,
    number,
  ];
  const bend = before - 2 * at + after;
  const peak = bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend)) : 0;
  return { off: (best - half + peak) * STEP, up: change(best) > 0 };
}

interface Line {
  readonly at: (along: number) => number;
}

/** The line most places lie on: the one through two of them with the most others near it (Fischler and Bolles, 1981), every pair tried. */
function lineThrough(looks: readonly { along: number; off: number }[]): Line | null {
  if (looks.length < LEAST_SEEN * LOOKS) return null;
  let best: { slope: number; start: number; count: number } | null = null;
  for (let i = 0; i < looks.length; i += 2)
    for (let j = i + Math.ceil(looks.length / 4); j < looks.length; j += 2) {
      const [p, q] = [looks[i], looks[j]];
      if (!p || !q || q.along - p.along < 0.1) continue;
      const slope = (q.off - p.off) / (q.along - p.along);
      const start = p.off - slope * p.along;
      let count = 0;
      for (const l of looks) if (Math.abs(l.off - start - slope * l.along) < INLIER_PX) count++;
      if (!best || count > best.count) best = { slope, start, count };
    }
  if (!best) return null;
  const { slope, start } = best;
  return { at: (along) => start + slope * along };
}

function leastSquares(looks: readonly { along: number; off: number }[]): Line | null {
  const n = looks.length;
  if (n < 4) return null;
  const [mx, my] = [looks.reduce((s, l) => s + l.along, 0) / n, looks.reduce((s, l) => s + l.off, 0) / n];
  const across = looks.reduce((s, l) => s + (l.along - mx) ** 2, 0);
  if (across < 1e-6) return null;
  const slope = looks.reduce((s, l) => s + (l.along - mx) * (l.off - my), 0) / across;
  return { at: (along) => my + slope * (along - mx) };
}
