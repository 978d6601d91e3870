import type { PaperPoint } from "./homogeneous.ts";
import { type Interval, overlap, sortRising } from "./interval.ts";

/** A region of the paper: outlines under the even-odd rule, so holes are outlines too. */
export type Region = readonly (readonly PaperPoint[])[];

/** Whether `p` lies inside the region (even-odd; the border itself may fall either way). */
export function regionContains(region: Region, p: PaperPoint): boolean {
  return contains(region, p.xMm, p.yMm);
}

/** By bare numbers: asked for every stroke and face, where a point made for the asking is most of the work. */
function contains(region: Region, xMm: number, yMm: number): boolean {
  let inside = false;
  for (const ring of region) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const a = ring[i];
      const b = ring[j];
      if (!a || !b) continue;
      if (a.yMm > yMm === b.yMm > yMm) continue;
      if (xMm < a.xMm + ((b.xMm - a.xMm) * (yMm - a.yMm)) / (b.yMm - a.yMm)) inside = !inside;
    }
  }
  return inside;
}

/** A cut this little past a side's end is still taken, so that no crossing slips between two sides by rounding. */
const END_SLACK = 1e-9;

/**
 * The stretches of the segment p–q, in its own parameter 0…1, that lie inside the region. The segment is cut
 * at every border it crosses and each cut piece is judged at its middle, so a segment along a border is inside
 * or outside as a whole by the even-odd rule, never in slivers.
 */
export function insideRegion(p: PaperPoint, q: PaperPoint, region: Region): readonly Interval[] {
  const dx = q.xMm - p.xMm;
  const dy = q.yMm - p.yMm;
  // Made only where a side is crossed: nearly every pair of stroke and face has nothing to cut.
  let cuts: number[] | null = null;
  for (const ring of region) {
    let a = ring[ring.length - 1];
    if (!a) continue;
    // How far each corner lies to one side of the line, times the segment's length: most sides lie wholly on one.
    let offA = dx * (a.yMm - p.yMm) - dy * (a.xMm - p.xMm);
    for (const b of ring) {
      const offB = dx * (b.yMm - p.yMm) - dy * (b.xMm - p.xMm);
      const ex = b.xMm - a.xMm;
      const ey = b.yMm - a.yMm;
      const turn = dx * ey - dy * ex;
      // Cuts beyond the side's own ends only split a stretch that is judged whole anyway: left out.
      const slack = END_SLACK * Math.abs(turn);
      const crosses = turn > 0 ? offA < slack && offB > -slack : offA > -slack && offB < slack;
      if (turn !== 0 && crosses) {
        const t = ((a.xMm - p.xMm) * ey - (a.yMm - p.yMm) * ex) / turn;
        if (t > 0 && t < 1) {
          cuts ??= [];
          cuts.push(t);
        }
      }
      a = b;
      offA = offB;
    }
  }
  if (!cuts) return contains(region, p.xMm + dx / 2, p.yMm + dy / 2) ? WHOLE : NOTHING;
  sortRising(cuts);
  cuts.push(1);
  const inside: Interval[] = [];
  let [start, from] = [0, 0];
  let wasInside = false;
  for (const to of cuts) {
    if (to <= from) continue;
    const middle = (from + to) / 2;
    const now = contains(region, p.xMm + dx * middle, p.yMm + dy * middle);
    if (now && !wasInside) start = from;
    if (!now && wasInside) inside.push({ from: start, to: from });
    wasInside = now;
    from = to;
  }
  if (wasInside) inside.push({ from: start, to: from });
  return inside;
}

const NOTHING: readonly Interval[] = [];
const WHOLE: readonly Interval[] = [{ from: 0, to: 1 }];

/** The part of the segment p–q inside the rectangle [0, width] × [0, height] (Liang and Barsky 1984, from memory). */
export function clipToSheet(
  p: PaperPoint,
  q: PaperPoint,
  widthMm: number,
  heightMm: number,
): Interval | null {
  let kept: Interval | null = { from: 0, to: 1 };
  for (const [start, end, limit] of [
    [p.xMm, q.xMm, widthMm],
    [p.yMm, q.yMm, heightMm],
  ] as const) {
    const step = end - start;
    if (step === 0) {
      if (start < 0 || start > limit) return null;
      continue;
    }
    const a = (0 - start) / step;
    const b = (limit - start) / step;
    kept = kept && overlap(kept, { from: Math.min(a, b), to: Math.max(a, b) });
    if (!kept) return null;
  }
  return kept;
}

/** The narrowest width of a convex outline in mm, over the directions of its own sides. 0 when it has no area. */
export function thicknessMm(outline: readonly PaperPoint[]): number {
  let narrowest = Number.POSITIVE_INFINITY;
  for (let i = 0; i < outline.length; i++) {
    const a = outline[i];
    const b = outline[(i + 1) % outline.length];
    if (!a || !b) continue;
    const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
    if (length === 0) continue;
    let least = 0;
    let most = 0;
    for (const c of outline) {
      const off = ((b.xMm - a.xMm) * (c.yMm - a.yMm) - (b.yMm - a.yMm) * (c.xMm - a.xMm)) / length;
      least = Math.min(least, off);
      most = Math.max(most, off);
    }
    narrowest = Math.min(narrowest, most - least);
  }
  return Number.isFinite(narrowest) ? narrowest : 0;
}
