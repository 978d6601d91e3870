import type OpenCv from "@techstark/opencv-js";
import type { CornersPx } from "#core/geometry";
import type { GrayImage, GuessSheet } from "#core/still";

type Cv = typeof OpenCv;
type Point = readonly [x: number, y: number];

/** The guess is made on a picture no wider than this: it need only be near. */
const WIDTH = 400;
/** A sheet fills at least this much of the picture, and is not the picture itself. */
const LEAST_AREA = 0.06;
const MOST_AREA = 0.985;
/** Outline points nearer to a line than this share of the picture's width lie on it. */
const STRAIGHT = 0.012;

/** A rough guess at the sheet in a picture by OpenCV: what is lighter than the rest as one piece; where table and paper are alike, what edges enclose. */
export function guessWith(cv: Cv): GuessSheet {
  return (picture) => {
    const scale = Math.min(1, WIDTH / picture.widthPx);
    const small = shrunk(cv, picture, scale);
    try {
      const at = (corners: readonly Point[] | null) => corners && toCorners(corners, scale);
      return at(byTone(cv, small)) ?? at(byEdges(cv, small));
    } finally {
      small.delete();
    }
  };
}

function shrunk(cv: Cv, { widthPx, heightPx, luma }: GrayImage, scale: number): OpenCv.Mat {
  const full = new cv.Mat(heightPx, widthPx, cv.CV_8UC1);
  full.data.set(luma);
  const small = new cv.Mat();
  cv.resize(
    full,
    small,
    new cv.Size(Math.round(widthPx * scale), Math.round(heightPx * scale)),
    0,
    0,
    cv.INTER_AREA,
  );
  full.delete();
  cv.GaussianBlur(small, small, new cv.Size(5, 5), 0);
  return small;
}

/** The largest piece that is lighter, or else darker, than the rest (N. Otsu, 1979). */
function byTone(cv: Cv, small: OpenCv.Mat): readonly Point[] | null {
  for (const kind of [cv.THRESH_BINARY, cv.THRESH_BINARY_INV]) {
    const mask = new cv.Mat();
    cv.threshold(small, mask, 0, 255, kind + cv.THRESH_OTSU);
    const found = largestSheet(cv, mask);
    mask.delete();
    if (found) return found;
  }
  return null;
}

/** What faint edges enclose (J. Canny, 1986), at two strengths. */
function byEdges(cv: Cv, small: OpenCv.Mat): readonly Point[] | null {
  for (const [low, high] of [
    [20, 60],
    [6, 18],
  ] as const) {
    const edges = new cv.Mat();
    const brush = cv.Mat.ones(5, 5, cv.CV_8UC1);
    cv.Canny(small, edges, low, high);
    cv.dilate(edges, edges, brush);
    brush.delete();
    const found = largestSheet(cv, edges);
    edges.delete();
    if (found) return found;
  }
  return null;
}

/** The largest outline in a mask that is like a sheet, as four corners in order. */
function largestSheet(cv: Cv, mask: OpenCv.Mat): readonly Point[] | null {
  const outlines = new cv.MatVector();
  const tree = new cv.Mat();
  cv.findContours(mask, outlines, tree, cv.RETR_EXTERNAL, cv.CHAIN_APPROX_NONE);
  const whole = mask.rows * mask.cols;
  const candidates: { area: number; hull: Point[] }[] = [];
  for (let i = 0; i < Number(outlines.size()); i++) {
    const outline = outlines.get(i);
    const hull = new cv.Mat();
    cv.convexHull(outline, hull);
    const area = cv.contourArea(hull);
    if (area > LEAST_AREA * whole && area < MOST_AREA * whole) {
      const straight = new cv.Mat();
      cv.approxPolyDP(hull, straight, STRAIGHT * mask.cols, true);
      const points: Point[] = [];
      for (let k = 0; k < straight.rows; k++)
        points.push([straight.data32S[2 * k] ?? 0, straight.data32S[2 * k + 1] ?? 0]);
      candidates.push({ area, hull: points });
      straight.delete();
    }
    hull.delete();
    outline.delete();
  }
  outlines.delete();
  tree.delete();
  for (const { hull, area } of candidates.sort((a, b) => b.area - a.area)) {
    const corners = fourSides(hull, area);
    if (corners) return corners;
  }
  return null;
}

/**
 * Four corners from an outline without hollows: where its four longest sides meet. A hand over a corner cuts it off with a
 * short side; the sides either side of it meet where the corner is.
 */
function fourSides(hull: readonly Point[], area: number): readonly Point[] | null {
  const sides = hull.map((a, i) => {
    const b = hull[(i + 1) % hull.length] ?? a;
    return { a, b, i, long: Math.hypot(b[0] - a[0], b[1] - a[1]) };
  });
  const four = sides
    .sort((p, q) => q.long - p.long)
    .slice(0, 4)
    .sort((p, q) => p.i - q.i);
  if (four.length < 4) return null;
  const corners: Point[] = [];
  for (const [i, side] of four.entries()) {
    const before = four[(i + 3) % 4];
    const meet = before && meetOf(before, side);
    if (!meet) return null;
    corners.push(meet);
  }
  const made = Math.abs(
    corners.reduce((sum, p, i) => {
      const q = corners[(i + 1) % 4] ?? p;
      return sum + p[0] * q[1] - q[0] * p[1];
    }, 0) / 2,
  );
  // What is cut off is little: more means that these are not a sheet's sides.
  return made < area * 1.35 && made > area * 0.95 ? corners : null;
}

function meetOf(p: { a: Point; b: Point }, q: { a: Point; b: Point }): Point | null {
  const [ux, uy] = [p.b[0] - p.a[0], p.b[1] - p.a[1]];
  const [vx, vy] = [q.b[0] - q.a[0], q.b[1] - q.a[1]];
  const det = ux * vy - uy * vx;
  // Sides that follow each other round a sheet stand nearly square to each other.
  if (Math.abs(det) < 0.5 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return null;
  const t = ((q.a[0] - p.a[0]) * vy - (q.a[1] - p.a[1]) * vx) / det;
  return [p.a[0] + ux * t, p.a[1] + uy * t];
}

/** Corners in full pixels; a pixel of the small picture covers several, and its middle is theirs. */
function toCorners(points: readonly Point[], scale: number): CornersPx {
  const px = (i: number) => {
    const [x, y] = points[i] ?? [0, 0];
    return { xPx: (x + 0.5) / scale, yPx: (y + 0.5) / scale };
  };
  const ring = [px(0), px(1), px(2), px(3)];
  const turns = ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % 4] ?? p;
    return sum + p.xPx * q.yPx - q.xPx * p.yPx;
  }, 0);
  // Round the sheet as one reads it: clockwise, with y down.
  const [topLeft, topRight, bottomRight, bottomLeft] = turns > 0 ? ring : [...ring].reverse();
  const none = { xPx: 0, yPx: 0 };
  return {
    topLeft: topLeft ?? none,
    topRight: topRight ?? none,
    bottomRight: bottomRight ?? none,
    bottomLeft: bottomLeft ?? none,
  };
}
