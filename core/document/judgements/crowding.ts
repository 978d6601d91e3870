import type { Paper } from "../../drawing/paper/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { type Finding, formatSmallLength } from "../../ground/base/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { LineGrid } from "./line-grid.ts";
import { standingLines } from "./standing-lines.ts";

/** A soft pencil's line; common practice, no published source. */
const PENCIL_MM = 0.5;
/** Side by side for less than this, near lines do not disturb. */
const LONG_MM = 6;

/** Reports lines of one thing that run closer than the pencil is wide, once for each pair of things. */
export function judgeCrowding(paper: Paper, view: View): Finding[] {
  const lines = standingLines(paper).filter((l) => distanceMm(l.from, l.to) > LONG_MM);
  const grid = new LineGrid(lines);
  const found = new Map<string, Finding>();
  // Of two lines side by side at least one has an end beside the other.
  for (const a of lines)
    for (const end of [a.from, a.to])
      for (const b of grid.near(end)) {
        if (a === b) continue;
        const gap = sideBySideMm(b, a);
        if (gap === null || gap < 1e-3 || gap > PENCIL_MM) continue;
        const pair = [a.stroke.objectId, b.stroke.objectId].sort().join(" ");
        if (found.has(pair)) continue;
        found.set(pair, {
          code: "crowded-lines",
          severity: "note",
          about: a.stroke.objectId,
          message: `${linesOf(a.stroke.objectId, b.stroke.objectId)} run ${formatSmallLength(gap, view.sheet)} apart: a pencil makes one thick line of them.`,
          numbers: { gapMm: gap },
        });
      }
  return [...found.values()];
}

function linesOf(a: string, b: string): string {
  return a === b ? `Two lines of "${a}"` : `A line of "${a}" and one of "${b}"`;
}

/**
 * The distance of two nearly parallel segments where they run side by side for long enough, or null. Written without
 * inner functions: it is asked for every pair of lines that pass near each other.
 */
function sideBySideMm(a: Segment, b: Segment): number | null {
  const [ax, ay] = [a.from.xMm, a.from.yMm];
  const [dx, dy] = [a.to.xMm - ax, a.to.yMm - ay];
  const length = Math.hypot(dx, dy);
  const [ux, uy] = [dx / length, dy / length];
  const off1 = (b.from.yMm - ay) * ux - (b.from.xMm - ax) * uy;
  const off2 = (b.to.yMm - ay) * ux - (b.to.xMm - ax) * uy;
  if (Math.abs(off1) > 2 * PENCIL_MM || Math.abs(off2) > 2 * PENCIL_MM) return null;
  const along1 = (b.from.xMm - ax) * ux + (b.from.yMm - ay) * uy;
  const along2 = (b.to.xMm - ax) * ux + (b.to.yMm - ay) * uy;
  const shared = Math.min(length, Math.max(along1, along2)) - Math.max(0, Math.min(along1, along2));
  return shared > LONG_MM ? Math.max(Math.abs(off1), Math.abs(off2)) : null;
}

interface Segment {
  readonly from: PaperPoint;
  readonly to: PaperPoint;
}
