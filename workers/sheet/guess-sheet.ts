import { fromMask, Image, type Mask } from "image-js";
import type { CornersPx } from "#core/ground/geometry";
import type { GrayImage } from "#core/sight/still";

type Point = readonly [x: number, y: number];

/** The guess is made on a picture no wider than this: it need only be near. */
const WIDTH = 360;
/** A sheet fills at least this much of the picture, and is not the picture itself. */
const LEAST_AREA = 0.06;
const MOST_AREA = 0.97;
/** Outline points nearer to a line than this share of the picture's width lie on it. */
const NEAR_LINE = 0.004;
/** Strengths at which edges are looked for where tones do not tell: strong ones, then faint ones. */
const EDGES = [
  [0.04, 0.12],
  [0.012, 0.035],
] as const;

/**
 * Rough guesses at the sheet's corners in a picture, each in order round it, the likeliest first: the largest piece that is
 * lighter than the rest, or darker (N. Otsu, 1979); where table and paper are alike, what edges enclose (J. Canny, 1986).
 */
export function* guessSheet(picture: GrayImage): Generator<CornersPx> {
  const scale = Math.min(1, WIDTH / picture.widthPx);
  const small = shrunk(picture, scale);
  for (const corners of byTone(small)) yield inPixels(corners, scale);
  for (const corners of byEdges(small)) yield inPixels(corners, scale);
}

function shrunk({ widthPx, heightPx, luma }: GrayImage, scale: number): Image {
  const full = new Image(widthPx, heightPx, { data: new Uint8Array(luma), colorModel: "GREY" });
  const size = { width: Math.round(widthPx * scale), height: Math.round(heightPx * scale) };
  const small = scale === 1 ? full : full.resize({ ...size, interpolationType: "bilinear" });
  return small.gaussianBlur({ size: 5, sigma: 1.2 });
}

function* byTone(small: Image): Generator<readonly Point[]> {
  const mask = small.threshold({ algorithm: "otsu" });
  for (const kind of ["white", "black"] as const) {
    const found = largestSheet(mask, kind);
    if (found) yield found;
  }
}

function* byEdges(small: Image): Generator<readonly Point[]> {
  for (const [lowThreshold, highThreshold] of EDGES) {
    const edges = small.cannyEdgeDetector({ lowThreshold, highThreshold }).dilate({ kernel: BRUSH });
    const found = largestSheet(edges, "white");
    if (found) yield found;
  }
}

const BRUSH = Array.from({ length: 5 }, () => [1, 1, 1, 1, 1]);

/** The largest piece of a mask whose outline is like a sheet, as four corners in order. */
function largestSheet(mask: Mask, kind: "white" | "black"): readonly Point[] | null {
  const whole = mask.width * mask.height;
  const pieces = fromMask(mask)
    .getRois({ kind, minSurface: Math.round(whole * LEAST_AREA * 0.1) })
    .filter((roi) => roi.width * roi.height > LEAST_AREA * whole)
    .sort((a, b) => b.width * b.height - a.width * a.height);
  for (const roi of pieces) {
    const outline = roi
      .getExternalContour()
      .map(({ column, row }): Point => [column + roi.origin.column, row + roi.origin.row])
      // Where the picture ends is no side of a sheet.
      .filter(([x, y]) => x > 1 && y > 1 && x < mask.width - 2 && y < mask.height - 2);
    const corners = fourSides(outline, mask.width * NEAR_LINE);
    const area = corners ? areaOf(corners) : 0;
    if (corners && area > LEAST_AREA * whole && area < MOST_AREA * whole) return corners;
  }
  return null;
}

/** A straight stretch of an outline as the line n·p = c, with how many of the outline's points lie on it. */
interface Straight {
  readonly n: Point;
  readonly c: number;
  readonly count: number;
}

/** Straight stretches looked for: a sheet's four sides, and some of what lies over it. */
const STRETCHES = 7;
/** The points that a line is tried through lie so far apart along the outline, as a share of it. */
const APART = 0.05;
const TRY_EVERY = 3;

/**
 * Four corners from an outline: where its longest straight stretches meet, whatever bulges out or cuts in between, as a hand
 * over a corner does. Lines are tried through points of the outline a little apart (Fischler and Bolles, 1981), in order.
 */
function fourSides(outline: readonly Point[], near: number): readonly Point[] | null {
  const found: Straight[] = [];
  let left = outline;
  const apart = Math.max(8, Math.round(outline.length * APART));
  while (found.length < STRETCHES && left.length > 2 * apart) {
    const line = straightest(left, apart, near);
    if (!line || line.count < apart) break;
    found.push(line);
    left = left.filter((p) => offOf(line, p) > 2 * near);
  }
  let best: { corners: readonly Point[]; count: number } | null = null;
  for (const four of foursOf(found)) {
    const count = four.reduce((sum, s) => sum + s.count, 0);
    if (best && count <= best.count) continue;
    const corners = cornersBetween(four);
    if (corners) best = { corners, count };
  }
  return best?.corners ?? null;
}

function straightest(points: readonly Point[], apart: number, near: number): Straight | null {
  let best: Straight | null = null;
  for (let i = 0; i < points.length; i += TRY_EVERY) {
    const [a, b] = [points[i], points[(i + apart) % points.length]];
    const long = a && b ? Math.hypot(b[0] - a[0], b[1] - a[1]) : 0;
    if (!a || !b || long < apart / 2) continue;
    const n: Point = [(b[1] - a[1]) / long, (a[0] - b[0]) / long];
    const line = { n, c: n[0] * a[0] + n[1] * a[1], count: 0 };
    const count = points.reduce((sum, p) => sum + (offOf(line, p) <= near ? 1 : 0), 0);
    if (!best || count > best.count) best = { ...line, count };
  }
  return best;
}

function offOf({ n, c }: Straight, [x, y]: Point): number {
  return Math.abs(n[0] * x + n[1] * y - c);
}

function* foursOf(lines: readonly Straight[]): Generator<readonly [Straight, Straight, Straight, Straight]> {
  for (const [i, a] of lines.entries())
    for (const [j, b] of lines.entries())
      for (const [k, c] of lines.entries())
        for (const [l, d] of lines.entries()) if (i < j && j < k && k < l) yield [a, b, c, d];
}

/** Two sides that follow each other stand nearly square: the sine between them. */
const SQUARE_ENOUGH = 0.6;

/** The corners of four sides: each has one that runs nearly along with it, and the other two across it. */
function cornersBetween(four: readonly Straight[]): readonly Point[] | null {
  const [first, ...others] = four;
  if (!first) return null;
  const across = (a: Straight, b: Straight) => Math.abs(a.n[0] * b.n[1] - a.n[1] * b.n[0]);
  const [opposite, left, right] = [...others].sort((a, b) => across(first, a) - across(first, b));
  if (!opposite || !left || !right) return null;
  const pairs = [
    [first, left],
    [left, opposite],
    [opposite, right],
    [right, first],
  ] as const;
  if (pairs.some(([a, b]) => across(a, b) < SQUARE_ENOUGH)) return null;
  const corners = pairs.map(([a, b]): Point => {
    const det = a.n[0] * b.n[1] - a.n[1] * b.n[0];
    return [(a.c * b.n[1] - a.n[1] * b.c) / det, (a.n[0] * b.c - a.c * b.n[0]) / det];
  });
  return corners;
}

function areaOf(ring: readonly Point[]): number {
  return Math.abs(turnsOf(ring)) / 2;
}

/** Twice the area of a ring, above 0 where it goes clockwise as seen. */
function turnsOf(ring: readonly Point[]): number {
  return ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length] ?? p;
    return sum + p[0] * q[1] - q[0] * p[1];
  }, 0);
}

/** Corners in full pixels, clockwise as seen; a pixel of the small picture covers several, and its middle is theirs. */
function inPixels(corners: readonly Point[], scale: number): CornersPx {
  const px = (i: number) => {
    const [x, y] = corners[i] ?? [0, 0];
    return { xPx: (x + 0.5) / scale, yPx: (y + 0.5) / scale };
  };
  const [a, b, c, d] = turnsOf(corners) > 0 ? ([0, 1, 2, 3] as const) : ([3, 2, 1, 0] as const);
  return { topLeft: px(a), topRight: px(b), bottomRight: px(c), bottomLeft: px(d) };
}
