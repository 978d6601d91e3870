import {
  angleBetweenRad,
  between,
  distanceMm,
  findPaperPoint,
  type HLine,
  type HPoint,
  hDirection,
  hPoint,
  join,
  meet,
  type PaperPoint,
} from "../../ground/geometry/index.ts";
import { requireFrame, type View, vanishingPoint, worldToPaper } from "../view/index.ts";
import { type Aim, edgeOfSheet, type FromEdge, type LineRule, type PointRule } from "./move.ts";

/** What lies on the paper already, for a rule to go on from. */
export interface OnPaper {
  readonly view: View;
  readonly points: { get(id: string): HPoint | undefined };
  readonly lines: { get(id: string): HLine | undefined };
}

/** Two lines that meet below this angle cross nowhere a pencil could mark: 0.01° is 0.05 mm in 29 cm. */
const SAME_LINE_RAD = (0.01 * Math.PI) / 180;
/** Two points closer than this cannot carry a ruler: well below the pencil, well above rounding. */
const SAME_POINT_MM = 1e-6;

/** What a rule says of a point or line that needs another which was not found: that one has been reported. */
export const MISSING = "what it needs is missing";

/** A line that is there: drawn, or an edge of the sheet. */
function lineAt(on: OnPaper, id: string): HLine | undefined {
  const edge = edgeOfSheet(id);
  if (edge === null) return on.lines.get(id);
  const at = hPoint({
    xMm: edge === "right" ? on.view.sheet.widthMm : 0,
    yMm: edge === "bottom" ? on.view.sheet.heightMm : 0,
  });
  return join(at, edge === "left" || edge === "right" ? hDirection(0, 1) : hDirection(1, 0));
}

/** Where a ruler aims, or null when it aims at a point that was not found. */
export function aimAt(on: OnPaper, aim: Aim): HPoint | null {
  switch (aim.kind) {
    case "direction":
      return worldToPaper(on.view.camera, aim.direction);
    case "point":
      return on.points.get(aim.point) ?? null;
    case "level":
      return hDirection(1, 0);
    case "upright":
      return hDirection(0, 1);
    case "axis":
      return vanishingPoint(on.view, requireFrame(on.view, aim.frame), aim.axis);
  }
}

/** The line a rule makes, or in words why it makes none. */
export function findLine(on: OnPaper, rule: LineRule): HLine | string {
  const { widthMm: w, heightMm: h } = on.view.sheet;
  switch (rule.kind) {
    case "sheet-crease":
      return rule.across === "width"
        ? join(hPoint({ xMm: w / 2, yMm: 0 }), hDirection(0, 1))
        : join(hPoint({ xMm: 0, yMm: h / 2 }), hDirection(1, 0));
    case "sheet-diagonal":
      return rule.from === "top-left"
        ? join(hPoint({ xMm: 0, yMm: 0 }), hPoint({ xMm: w, yMm: h }))
        : join(hPoint({ xMm: w, yMm: 0 }), hPoint({ xMm: 0, yMm: h }));
    case "toward": {
      const [p, aim] = [on.points.get(rule.through), aimAt(on, rule.aim)];
      if (!p || !aim) return MISSING;
      return joinOrReport(p, aim);
    }
    case "join": {
      const [p, q] = [on.points.get(rule.points[0]), on.points.get(rule.points[1])];
      if (!p || !q) return MISSING;
      return joinOrReport(p, q);
    }
    case "parallel": {
      const [p, line] = [on.points.get(rule.through), on.lines.get(rule.to)];
      if (!p || !line) return MISSING;
      return joinOrReport(p, hDirection(line[1], -line[0]));
    }
    case "angle": {
      const p = on.points.get(rule.through);
      if (!p) return MISSING;
      const rad = (rule.deg * Math.PI) / 180;
      return joinOrReport(p, hDirection(Math.cos(rad), -Math.sin(rad)));
    }
    case "slide": {
      const [l, m] = [on.lines.get(rule.between[0]), on.lines.get(rule.between[1])];
      const aim = aimAt(on, rule.aim);
      if (!l || !m || !aim) return MISSING;
      return slideOrReport(l, m, aim, rule.mm, rule.side);
    }
  }
}

/** The point a rule makes, or in words why it makes none. */
export function findPoint(on: OnPaper, rule: PointRule): HPoint | string {
  switch (rule.kind) {
    case "sheet-corner": {
      const [up, side] = rule.corner.split("-");
      return hPoint({
        xMm: side === "left" ? 0 : on.view.sheet.widthMm,
        yMm: up === "top" ? 0 : on.view.sheet.heightMm,
      });
    }
    case "from-edges":
      return hPoint({ xMm: edgeMm(rule.across, on.view), yMm: edgeMm(rule.down, on.view) });
    case "on-line-from-edge": {
      const line = lineAt(on, rule.line);
      if (!line) return MISSING;
      return meetOrReport(
        line,
        join(hPoint({ xMm: edgeMm(rule.across, on.view), yMm: 0 }), hDirection(0, 1)),
      );
    }
    case "along": {
      const [line, p] = [lineAt(on, rule.line), on.points.get(rule.from)];
      const from = p && findPaperPoint(p);
      if (!line || !from) return MISSING;
      const size = Math.hypot(line[0], line[1]);
      let [dx, dy] = [line[1] / size, -line[0] / size];
      if (!goes(rule.toward, dx, dy)) [dx, dy] = [-dx, -dy];
      return hPoint({ xMm: from.xMm + dx * rule.mm, yMm: from.yMm + dy * rule.mm });
    }
    case "measured": {
      const [p, q] = [on.points.get(rule.from), on.points.get(rule.toward)];
      const [from, toward] = [p && findPaperPoint(p), q && findPaperPoint(q)];
      if (!from || !toward) return MISSING;
      const length = distanceMm(from, toward);
      if (length < SAME_POINT_MM) return "the two points to measure between are the same point";
      return hPoint(between(from, toward, rule.mm / length));
    }
    case "share": {
      const [p, q] = [on.points.get(rule.from), on.points.get(rule.to)];
      const [from, to] = [p && findPaperPoint(p), q && findPaperPoint(q)];
      if (!from || !to) return MISSING;
      return hPoint(between(from, to, rule.share));
    }
    case "part-way-to-vp": {
      const p = on.points.get(rule.from);
      const from = p && findPaperPoint(p);
      const aim = aimAt(on, rule.aim);
      const vp = aim && findPaperPoint(aim);
      if (!from) return MISSING;
      if (!vp) return "its guide runs to no point on paper";
      return hPoint({
        xMm: from.xMm + (vp.xMm - from.xMm) * rule.fraction,
        yMm: from.yMm + (vp.yMm - from.yMm) * rule.fraction,
      });
    }
    case "same":
      return on.points.get(rule.as) ?? MISSING;
    case "crossing": {
      const [l, m] = [on.lines.get(rule.lines[0]), on.lines.get(rule.lines[1])];
      if (!l || !m) return MISSING;
      return meetOrReport(l, m);
    }
  }
}

/** The direction on paper in which a mark on a line can slide. */
export function wayOf(on: OnPaper, rule: PointRule): { x: number; y: number } | null {
  const toPaper = (id: string) => {
    const p = on.points.get(id);
    return p ? findPaperPoint(p) : null;
  };
  const ends: readonly [PaperPoint | null, PaperPoint | null] | null =
    rule.kind === "measured"
      ? [toPaper(rule.from), toPaper(rule.toward)]
      : rule.kind === "share"
        ? [toPaper(rule.from), toPaper(rule.to)]
        : rule.kind === "part-way-to-vp"
          ? [toPaper(rule.from), findFinite(aimAt(on, rule.aim))]
          : null;
  if (ends?.[0] && ends[1]) {
    const [dx, dy] = [ends[1].xMm - ends[0].xMm, ends[1].yMm - ends[0].yMm];
    const size = Math.hypot(dx, dy);
    return size > 0 ? { x: dx / size, y: dy / size } : null;
  }
  const line = rule.kind === "along" || rule.kind === "on-line-from-edge" ? lineAt(on, rule.line) : undefined;
  if (!line) return null;
  const size = Math.hypot(line[0], line[1]);
  return { x: line[1] / size, y: -line[0] / size };
}

function findFinite(p: HPoint | null): PaperPoint | null {
  return p && findPaperPoint(p);
}

function joinOrReport(p: HPoint, q: HPoint): HLine | string {
  const [a, b] = [findPaperPoint(p), findPaperPoint(q)];
  if (a && b && Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm) < SAME_POINT_MM)
    return "the two points to join are the same point";
  return join(p, q);
}

/** Whether a direction on paper goes the named way. */
function goes(toward: "right" | "left" | "up" | "down", dx: number, dy: number): boolean {
  switch (toward) {
    case "right":
      return dx >= 0;
    case "left":
      return dx <= 0;
    case "up":
      return dy <= 0;
    case "down":
      return dy >= 0;
  }
}

/**
 * The line along `aim` on which the piece between two crossing lines measures `mm`. With o the crossing and
 * unit vectors along both lines, a piece in direction u at distance s along the first has length s·k, so two
 * places answer, one on each side of the crossing: "before" is the upper or left one.
 */
function slideOrReport(
  l: HLine,
  m: HLine,
  aim: HPoint,
  mm: number,
  side: "before" | "after",
): HLine | string {
  const crossing = angleBetweenRad(l, m) < SAME_LINE_RAD ? null : findPaperPoint(meet(l, m));
  const size = Math.hypot(aim[0], aim[1]);
  if (!crossing || aim[2] !== 0 || size === 0) return "its two lines are the same line or run side by side";
  const [ux, uy] = [aim[0] / size, aim[1] / size];
  // Unit step square to the slid line, pointing down or right: the later side.
  let [nx, ny] = [-uy, ux];
  if (ny < 0 || (ny === 0 && nx < 0)) [nx, ny] = [-nx, -ny];
  const at = (s: number) => hPoint({ xMm: crossing.xMm + nx * s, yMm: crossing.yMm + ny * s });
  const slid = join(at(1), aim);
  const [a, b] = [findPaperPoint(meet(slid, l)), findPaperPoint(meet(slid, m))];
  const piece = a && b ? distanceMm(a, b) : 0;
  if (piece === 0) return "its two lines are the same line or run side by side";
  return join(at(((side === "after" ? 1 : -1) * mm) / piece), aim);
}

function meetOrReport(l: HLine, m: HLine): HPoint | string {
  if (angleBetweenRad(l, m) < SAME_LINE_RAD) return "its two lines are the same line or run side by side";
  return meet(l, m);
}

/** A distance from an edge as a paper coordinate in mm. */
function edgeMm(from: FromEdge, view: View): number {
  switch (from.edge) {
    case "left":
    case "top":
      return from.mm;
    case "right":
      return view.sheet.widthMm - from.mm;
    case "bottom":
      return view.sheet.heightMm - from.mm;
  }
}
