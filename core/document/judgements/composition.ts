import type { Paper } from "../../drawing/paper/index.ts";
import type { PlannedSolid } from "../../drawing/program/index.ts";
import { setView, type View } from "../../drawing/view/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { LineGrid } from "./line-grid.ts";
import { vanishingPoints } from "./off-sheet.ts";
import { isOutline, standingLines } from "./standing-lines.ts";

/** How near the middle of the sheet a horizon cuts the picture in two equal halves. */
const MIDDLE_MM = 1;
/** A corner this near another thing's outline seems to touch it. */
const TOUCHING_MM = 0.7;

/** Reports what weakens the picture: a horizon in the very middle, corners that touch, things cut by the sheet's edge. */
export function judgeComposition(
  paper: Paper,
  solids: readonly PlannedSolid[],
  view: View,
  isDrill: boolean,
): Finding[] {
  const findings: Finding[] = [];
  const middle = view.sheet.heightMm / 2;
  if (!isDrill && solids.length > 0 && Math.abs(view.horizonMm - middle) < MIDDLE_MM)
    findings.push({
      code: "horizon-in-middle",
      severity: "note",
      about: "sheet",
      message:
        "The horizon cuts the sheet into two equal halves: fine for a drill, dull for a picture. A third down or up is livelier.",
      numbers: { fromMiddleMm: view.horizonMm - middle },
      fix: {
        label: "Put it a third down",
        changes: [setView("horizonFromTopMm", Math.round((view.sheet.heightMm / 3) * 10) / 10)],
      },
    });
  for (const objectId of new Set(
    paper.strokes.filter((s) => s.runsOff && isOutline(s)).map((s) => s.objectId),
  ))
    findings.push({
      code: "cut-by-sheet",
      severity: "note",
      about: objectId,
      message: `"${objectId}" runs off the sheet: its lines stop at the edge.`,
      numbers: {},
    });
  const lines = standingLines(paper).filter((l) => isOutline(l.stroke));
  const groups = new Map(solids.map((s) => [s.objectId, s.depthGroup]));
  const told = new Set<string>();
  const grid = new LineGrid(lines);
  // Rays that run all the way meet in their vanishing point by right.
  const points = vanishingPoints(view).map(({ at }) => at);
  const meets = (p: PaperPoint) => points.some((at) => distanceMm(at, p) < TOUCHING_MM);
  for (const a of lines)
    for (const p of [a.from, a.to].filter((end) => !meets(end)))
      for (const b of grid.near(p)) {
        const x = a.stroke.objectId;
        const y = b.stroke.objectId;
        if (x === y || distanceToMm(p, b) > TOUCHING_MM || touchesBySense(groups, x, y)) continue;
        // A line that stops at a finished thing ends on its outline by right.
        if (a.stroke.stoppedBy.includes(y)) continue;
        const pair = [x, y].sort().join(" ");
        if (told.has(pair)) continue;
        told.add(pair);
        findings.push({
          code: "corner-touches",
          severity: "note",
          about: x,
          message: `A corner of "${x}" seems to touch the outline of "${y}": move one of them a little so that they overlap or stand clear.`,
          numbers: { gapMm: distanceToMm(p, b) },
        });
      }
  return findings;
}

/** Things of one depth group may really touch: a crate on a crate, a door in its wall. */
function touchesBySense(groups: ReadonlyMap<string, string>, a: string, b: string): boolean {
  return groups.get(a) === groups.get(b) && groups.get(a) !== undefined;
}

function distanceToMm(p: PaperPoint, { from, to }: { from: PaperPoint; to: PaperPoint }): number {
  const [dx, dy] = [to.xMm - from.xMm, to.yMm - from.yMm];
  const size2 = dx * dx + dy * dy;
  const t =
    size2 > 0 ? Math.max(0, Math.min(1, ((p.xMm - from.xMm) * dx + (p.yMm - from.yMm) * dy) / size2)) : 0;
  return Math.hypot(p.xMm - from.xMm - dx * t, p.yMm - from.yMm - dy * t);
}
