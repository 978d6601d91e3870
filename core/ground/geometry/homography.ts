import type { PaperPoint, PicturePoint } from "./homogeneous.ts";

/** A 3 × 3 matrix in rows, acting on column vectors (x, y, 1). */
export type Matrix3 = readonly [number, number, number, number, number, number, number, number, number];

/** The four corners of a sheet in the picture, in reading order of the sheet itself. */
export interface CornersPx {
  readonly topLeft: PicturePoint;
  readonly topRight: PicturePoint;
  readonly bottomRight: PicturePoint;
  readonly bottomLeft: PicturePoint;
}

/**
 * The map from paper (mm) to picture (px) that takes the sheet's corners to the given ones. Closed form for
 * the unit square: P. Heckbert, Fundamentals of Texture Mapping and Image Warping (1989), ch. 2 (from memory).
 * Returns null unless the corners go round a convex quadrilateral with no three on a line.
 */
export function findPaperToPicture(widthMm: number, heightMm: number, corners: CornersPx): Matrix3 | null {
  const ring = [corners.topLeft, corners.topRight, corners.bottomRight, corners.bottomLeft] as const;
  const [p0, p1, p2, p3] = ring;
  const turns = ring.map((p, i) => {
    const q = ring[(i + 1) % 4] ?? p0;
    const r = ring[(i + 2) % 4] ?? p0;
    return (q.xPx - p.xPx) * (r.yPx - q.yPx) - (q.yPx - p.yPx) * (r.xPx - q.xPx);
  });
  // A corner triangle under half a square pixel cannot be told from a straight line by a dragging hand.
  if (!turns.every((t) => t > 0.5) && !turns.every((t) => t < -0.5)) return null;
  const sx = p0.xPx - p1.xPx + p2.xPx - p3.xPx;
  const sy = p0.yPx - p1.yPx + p2.yPx - p3.yPx;
  const dx1 = p1.xPx - p2.xPx;
  const dy1 = p1.yPx - p2.yPx;
  const dx2 = p3.xPx - p2.xPx;
  const dy2 = p3.yPx - p2.yPx;
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [
    (p1.xPx - p0.xPx + g * p1.xPx) / widthMm,
    (p3.xPx - p0.xPx + h * p3.xPx) / heightMm,
    p0.xPx,
    (p1.yPx - p0.yPx + g * p1.yPx) / widthMm,
    (p3.yPx - p0.yPx + h * p3.yPx) / heightMm,
    p0.yPx,
    g / widthMm,
    h / heightMm,
    1,
  ];
}

/** Where a paper point appears in the picture. */
export function paperToPicture(m: Matrix3, p: PaperPoint): PicturePoint {
  const w = m[6] * p.xMm + m[7] * p.yMm + m[8];
  return {
    xPx: (m[0] * p.xMm + m[1] * p.yMm + m[2]) / w,
    yPx: (m[3] * p.xMm + m[4] * p.yMm + m[5]) / w,
  };
}
