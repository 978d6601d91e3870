import { findPaperPoint, type PaperPoint } from "../../../ground/geometry/index.ts";
import type { Page } from "../../page/index.ts";
import {
  add,
  dot,
  type Frame,
  minus,
  scaled,
  seenAt,
  type Vec3,
  type View,
  worldToPaper,
} from "../../view/index.ts";
import { groundAt, meetLevel } from "../ground-strip.ts";
import { kerbHeight } from "./kerbs.ts";
import { axesOf, runsToItsPoint } from "./lines.ts";
import type { RoadSlice } from "./shape.ts";

/** An edge of the crossing road, or of its pavement, on one side of the road: it starts where the road's own line stops. */
interface Arm {
  /** "left-from": where the road's left line meets the near edge of the crossing road. */
  readonly corner: string;
  /** The road's line it starts from. */
  readonly line: string;
  readonly edge: Edge;
  readonly side: "left" | "right";
}

const EDGES = ["from-outer", "from", "to", "to-outer"] as const;
type Edge = (typeof EDGES)[number];

/** The kerbs, and where there are pavements their outer edges, carried round each of the four corners. */
function armsOf({ handles: h, crossing }: RoadSlice): readonly Arm[] {
  if (!crossing) return [];
  return EDGES.flatMap((edge) =>
    (["left", "right"] as const).flatMap((side): Arm[] => {
      const outer = edge.endsWith("outer");
      if (outer && h.pavement === 0) return [];
      const line = outer ? `${side}-outer` : side;
      return [{ corner: `${side}-${edge}`, line, edge, side }];
    }),
  );
}

/**
 * Where the crossing road's edges meet the road's lines, and where each runs to: off the sheet, or as far toward its vanishing
 * point as the road itself. Its pavements are as wide in truth as the road's.
 */
export function crossingPoints(
  slice: RoadSlice,
  view: View,
  frame: Frame,
  lines: Readonly<Record<string, Vec3>>,
  seenAlong: (from: Vec3, fraction: number) => Vec3 | null,
): Record<string, Vec3> {
  const { crossing } = slice;
  const { along, across } = axesOf(slice, frame);
  const points: Record<string, Vec3> = {};
  const [left, outer] = [lines["left-near"], lines["left-outer-near"]];
  if (!crossing || !left) return points;
  const [go, side] = [frame.axes[along], frame.axes[across]];
  const up = scaled(frame.axes.height, kerbHeight(slice, view));
  const wide = outer ? Math.abs(dot(minus(outer, left), side)) : 0;
  const on: Partial<Record<Edge, Vec3>> = {};
  for (const edge of ["from", "to"] as const) {
    const at = seenAlong(left, crossing[edge]);
    if (!at) continue;
    on[edge] = at;
    on[`${edge}-outer`] = add(at, go, edge === "from" ? -wide : wide);
  }
  const leftward = leftOf(view, side, left) ? side : ([-side[0], -side[1], -side[2]] as Vec3);
  const rightward: Vec3 = [-leftward[0], -leftward[1], -leftward[2]];
  for (const arm of armsOf(slice)) {
    const raised = arm.edge.endsWith("outer");
    const level = on[arm.edge];
    const [from, line] = [level && (raised ? add(level, up) : level), lines[`${arm.line}-near`]];
    const at = from && line ? meetLevel(from, side, line, go) : null;
    if (!at || !(at[2] > 0)) continue;
    points[arm.corner] = at;
    const end = armEnd(view, raised ? up : null, at, arm.side === "left" ? leftward : rightward);
    if (end) points[`${arm.corner}-end`] = end;
  }
  return points;
}

/** Whether a direction leads to the left on paper from a point of the ground. */
function leftOf(view: View, direction: Vec3, from: Vec3): boolean {
  const [a, b] = [seenAt(view.camera, from), seenAt(view.camera, add(from, direction, 0.01 * from[2]))];
  return (a && b ? b.xMm - a.xMm : direction[0]) < 0;
}

/** What lies this far beyond the sheet's edge is off it for good. */
const BEYOND_MM = 40;

/** Where an arm that comes toward us ends: past the sheet's edge. Null for one that runs away: that goes to its vanishing point. */
function armEnd(view: View, above: Vec3 | null, from: Vec3, direction: Vec3): Vec3 | null {
  const start = seenAt(view.camera, from);
  const toward = findPaperPoint(worldToPaper(view.camera, add(from, direction, 1e-3 * from[2])));
  if (!start || !toward || direction[2] > 1e-9) return null;
  const size = Math.hypot(toward.xMm - start.xMm, toward.yMm - start.yMm);
  const step = { x: (toward.xMm - start.xMm) / size, y: (toward.yMm - start.yMm) / size };
  const mm = leavesAfterMm(start, step, view) + BEYOND_MM;
  const high = above ? Math.hypot(...above) : 0;
  const end = groundAt(view, start.xMm + step.x * mm, start.yMm + step.y * mm, high);
  return end[2] > 0 ? end : null;
}

function leavesAfterMm(from: PaperPoint, step: { x: number; y: number }, { sheet }: View): number {
  const times = [
    (step.x > 0 ? sheet.widthMm - from.xMm : -from.xMm) / step.x,
    (step.y > 0 ? sheet.heightMm - from.yMm : -from.yMm) / step.y,
  ].filter((mm) => Number.isFinite(mm) && mm >= 0);
  return Math.min(...times, 4 * (sheet.widthMm + sheet.heightMm));
}

/**
 * Draws the crossing road: each of its edges marked on the road's left line, carried lightly across to the right one, and from
 * both drawn away from the road. The road's own lines go firmly up to the corners and on behind them.
 */
export function drawCrossing(page: Page, slice: RoadSlice): void {
  const { along, across } = axesOf(slice, page.frame);
  const arms = armsOf(slice).filter(({ corner }) => page.knows(corner));
  const has = (corner: string) => arms.some((a) => a.corner === corner);
  for (const edge of EDGES) {
    const [left, right] = [`left-${edge}`, `right-${edge}`];
    if (!has(left) || !has(right)) continue;
    page.phase(`crossing-${edge}`);
    const line = edge.endsWith("outer") ? "left-outer" : "left";
    page.measureOnLine(left, `${line}-near`, `${line}-line`);
    page.ruleAlong(`carried-${edge}`, left, right, across, {
      role: "construction",
      light: true,
      called: "line carried across the road",
    });
    const called = edge.endsWith("outer") ? "outer edge of the pavement" : "edge of the crossing road";
    // Behind a near kerb the street itself is hidden: there its top is the edge, drawn with the kerbs.
    const hidden = edge === "from" && slice.handles.kerb > 0;
    for (const corner of [left, right]) {
      if (hidden || !page.isFound(corner)) continue;
      if (page.knows(`${corner}-end`))
        page.ruleAlong(`arm-${corner}`, corner, `${corner}-end`, across, { called });
      else page.ruleToVanishingPoint(`arm-${corner}`, corner, across, { role: "outline", called });
    }
  }
  const own = ["left-outer", "left", "right", "right-outer"].map((line) => {
    const [side, outer] = [line.split("-")[0], line.endsWith("outer") ? "-outer" : ""];
    return { line, near: `${side}-from${outer}`, far: `${side}-to${outer}` };
  });
  page.phase("near-corners");
  for (const { line, near } of own)
    if (page.isFound(near)) page.trace(`${line}-up-to`, `${line}-near`, near, { called: "line of the road" });
  page.phase("far-corners");
  for (const { line, far } of own) {
    if (!page.isFound(far)) continue;
    const name = `${line}-on-from`;
    if (runsToItsPoint(slice))
      page.ruleToVanishingPoint(name, far, along, { role: "outline", called: "line of the road" });
    else if (page.isFound(`${line}-far`))
      page.trace(name, far, `${line}-far`, { called: "line of the road" });
  }
}
