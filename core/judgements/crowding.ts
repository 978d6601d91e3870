import { type Finding, formatLength } from "../base/index.ts";
import { distanceMm, type PaperPoint } from "../geometry/index.ts";
import type { Paper } from "../paper/index.ts";
import type { View } from "../view/index.ts";
import { standingLines } from "./standing-lines.ts";

/** A soft pencil's line; common practice, no published source. */
const PENCIL_MM = 0.5;
/** Side by side for less than this, near lines do not disturb. */
const LONG_MM = 6;

/** Reports lines of one thing that run closer than the pencil is wide, once for each pair of things. */
export function judgeCrowding(paper: Paper, view: View): Finding[] {
  const lines = standingLines(paper)
    .filter((l) => distanceMm(l.from, l.to) > LONG_MM)
    .map((l) => ({ ...l, minX: Math.min(l.from.xMm, l.to.xMm), maxX: Math.max(l.from.xMm, l.to.xMm) }))
    .sort((a, b) => a.minX - b.minX);
  const found = new Map<string, Finding>();
  for (let i = 0; i < lines.length; i++) {
    const a = lines[i];
    if (!a) continue;
    for (let k = i + 1; k < lines.length; k++) {
      const b = lines[k];
      if (!b || b.minX > a.maxX + PENCIL_MM) break;
      const gap = sideBySideMm(a, b);
      if (gap === null || gap < 1e-3 || gap > PENCIL_MM) continue;
      const pair = [a.stroke.objectId, b.stroke.objectId].sort().join(" ");
      if (!found.has(pair))
        found.set(pair, {
          code: "crowded-lines",
          severity: "note",
          about: a.stroke.objectId,
          message: `"${a.stroke.id}" and "${b.stroke.id}" run ${formatLength(Math.max(gap, 0.5), view.sheet)} or less apart: a pencil makes one thick line of them.`,
          numbers: { gapMm: gap },
        });
    }
  }
  return [...found.values()];
}

/** The distance of two nearly parallel segments where they run side by side for long enough, or null. */
function sideBySideMm(
  a: { from: PaperPoint; to: PaperPoint },
  b: { from: PaperPoint; to: PaperPoint },
): number | null {
  const length = distanceMm(a.from, a.to);
  const [ux, uy] = [(a.to.xMm - a.from.xMm) / length, (a.to.yMm - a.from.yMm) / length];
  const along = (p: PaperPoint) => (p.xMm - a.from.xMm) * ux + (p.yMm - a.from.yMm) * uy;
  const off = (p: PaperPoint) => (p.yMm - a.from.yMm) * ux - (p.xMm - a.from.xMm) * uy;
  const [o1, o2] = [off(b.from), off(b.to)];
  if (Math.abs(o1) > 2 * PENCIL_MM || Math.abs(o2) > 2 * PENCIL_MM) return null;
  const [s1, s2] = [along(b.from), along(b.to)];
  const shared = Math.min(length, Math.max(s1, s2)) - Math.max(0, Math.min(s1, s2));
  return shared > LONG_MM ? Math.max(Math.abs(o1), Math.abs(o2)) : null;
}
