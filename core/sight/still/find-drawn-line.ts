import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { lumaAt, type StraightStill } from "./gray-image.ts";

/** A line as it was really drawn, looked for beside where it should be. */
export interface DrawnLine {
  readonly from: PaperPoint;
  readonly to: PaperPoint;
  /** How far it lies off at either end, in mm; positive to the left of the way from `from` to `to` on paper. */
  readonly offFromMm: number;
  readonly offToMm: number;
  /** Share of the places looked at where it was seen. */
  readonly seen: number;
}

/** One look across the line every so many mm; the ends, where other lines meet it, are left out. */
const LOOK_EVERY_MM = 1.5;
const LEFT_OUT = 0.06;
/** A pencil line is at least this much darker than the paper beside it, of 255. */
const LEAST_CONTRAST = 10;
/** Looks that lie this near the fitted line count as having seen it. */
const INLIER_MM = 0.45;
const LEAST_SEEN = 0.5;

/**
 * Looks for a drawn line within `searchMm` either side of a segment: across it at many places the dark ridge nearest the
 * middle is taken to a fraction of a pixel, and a line laid through them that is not misled by other lines (Theil 1950,
 * Sen 1968, median of slopes, from memory). Null when too little of it is seen.
 */
export function findDrawnLine(
  still: StraightStill,
  from: PaperPoint,
  to: PaperPoint,
  searchMm: number,
): DrawnLine | null {
  const length = distanceMm(from, to);
  if (length < 4) return null;
  const [ux, uy] = [(to.xMm - from.xMm) / length, (to.yMm - from.yMm) / length];
  const count = Math.max(5, Math.min(60, Math.round((length * (1 - 2 * LEFT_OUT)) / LOOK_EVERY_MM)));
  const looks: { along: number; off: number }[] = [];
  for (let i = 0; i < count; i++) {
    const along = length * (LEFT_OUT + ((1 - 2 * LEFT_OUT) * (i + 0.5)) / count);
    const off = ridgeAcross(still, from.xMm + ux * along, from.yMm + uy * along, uy, -ux, searchMm);
    if (off !== null) looks.push({ along, off });
  }
  if (looks.length < LEAST_SEEN * count) return null;
  const slopes: number[] = [];
  for (const [i, a] of looks.entries())
    for (const b of looks.slice(i + 1)) slopes.push((b.off - a.off) / (b.along - a.along));
  const slope = median(slopes);
  const start = median(looks.map((l) => l.off - slope * l.along));
  const near = looks.filter((l) => Math.abs(l.off - start - slope * l.along) < INLIER_MM);
  const seen = near.length / count;
  if (seen < LEAST_SEEN) return null;
  const [offFromMm, offToMm] = leastSquares(near, length);
  const at = (p: PaperPoint, off: number) => ({ xMm: p.xMm + uy * off, yMm: p.yMm - ux * off });
  return { from: at(from, offFromMm), to: at(to, offToMm), offFromMm, offToMm, seen };
}

/** Where across a line the pencil's ridge lies, in mm from the middle; null where nothing is darker than its surroundings. */
function ridgeAcross(
  still: StraightStill,
  xMm: number,
  yMm: number,
  nx: number,
  ny: number,
  searchMm: number,
): number | null {
  const step = 0.5 / still.pxPerMm;
  const half = Math.ceil(searchMm / step);
  const profile: number[] = [];
  for (let k = -half; k <= half; k++) {
    const off = k * step;
    profile.push(
      lumaAt(still, (xMm + nx * off) * still.pxPerMm - 0.5, (yMm + ny * off) * still.pxPerMm - 0.5),
    );
  }
  const paper = quantile(profile, 0.75);
  let best: { k: number; score: number } | null = null;
  for (let k = 1; k + 1 < profile.length; k++) {
    const dark = paper - (profile[k] ?? paper);
    const isRidge =
      (profile[k] ?? 255) <= (profile[k - 1] ?? 255) && (profile[k] ?? 255) <= (profile[k + 1] ?? 255);
    if (dark < LEAST_CONTRAST || !isRidge) continue;
    // Of two lines side by side the nearer one is meant, unless it is much fainter.
    const score = dark * (1 - (0.7 * Math.abs(k - half)) / half);
    if (!best || score > best.score) best = { k, score };
  }
  if (!best) return null;
  // The weight of the dark around the ridge gives its middle to a fraction of a step.
  let [sum, moment] = [0, 0];
  for (let k = Math.max(0, best.k - 4); k <= Math.min(profile.length - 1, best.k + 4); k++) {
    const dark = Math.max(0, paper - (profile[k] ?? paper));
    sum += dark;
    moment += dark * k;
  }
  return (moment / sum - half) * step;
}

function leastSquares(looks: readonly { along: number; off: number }[], length: number): [number, number] {
  const n = looks.length;
  const meanAlong = looks.reduce((s, l) => s + l.along, 0) / n;
  const meanOff = looks.reduce((s, l) => s + l.off, 0) / n;
  const across = looks.reduce((s, l) => s + (l.along - meanAlong) ** 2, 0);
  const slope =
    across === 0 ? 0 : looks.reduce((s, l) => s + (l.along - meanAlong) * (l.off - meanOff), 0) / across;
  return [meanOff - slope * meanAlong, meanOff + slope * (length - meanAlong)];
}

function median(values: readonly number[]): number {
  return quantile(values, 0.5);
}

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}
