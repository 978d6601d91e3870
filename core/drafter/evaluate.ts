import type { Finding } from "../base/index.ts";
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
} from "../geometry/index.ts";
import { requireFrame, type View, vanishingPoint, worldToPaper } from "../view/index.ts";
import type { Aim, FromEdge, LineMade, LineRule, Move, PointMade, PointRule } from "./move.ts";
import { NO_SLIPS, type Slips, slippedLine } from "./slips.ts";

/** Where ruler and pencil put every point and line. */
export interface Evaluation {
  readonly points: ReadonlyMap<string, HPoint>;
  readonly lines: ReadonlyMap<string, HLine>;
  readonly findings: readonly Finding[];
}

/** Two lines that meet below this angle cross nowhere a pencil could mark: 0.01° is 0.05 mm in 29 cm. */
const SAME_LINE_RAD = (0.01 * Math.PI) / 180;
/** Two points closer than this cannot carry a ruler: well below the pencil, well above rounding. */
const SAME_POINT_MM = 1e-6;

/**
 * Carries the moves out with ruler and pencil only: joins and crossings, no camera but for the vanishing points.
 * With `slips` the hand errs by so much; with `known` it goes on from points and lines that are there already.
 * A point that cannot be found is left out and reported once, by name; what needs it is left out too.
 */
export function evaluate(
  moves: readonly Move[],
  view: View,
  slips: Slips = NO_SLIPS,
  known: Pick<Evaluation, "points" | "lines"> | null = null,
): Evaluation {
  const points = new Map<string, HPoint>(known?.points);
  const lines = new Map<string, HLine>(known?.lines);
  const findings: Finding[] = [];

  const aimAt = (aim: Aim): HPoint | null => {
    switch (aim.kind) {
      case "direction":
        return worldToPaper(view.camera, aim.direction);
      case "point":
        return points.get(aim.point) ?? null;
      case "level":
        return hDirection(1, 0);
      case "upright":
        return hDirection(0, 1);
      case "axis":
        return vanishingPoint(view, requireFrame(view, aim.frame), aim.axis);
    }
  };

  const findLine = (rule: LineRule): HLine | string => {
    const { widthMm: w, heightMm: h } = view.sheet;
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
        const [p, aim] = [points.get(rule.through), aimAt(rule.aim)];
        if (!p || !aim) return MISSING;
        return joinOrReport(p, aim);
      }
      case "join": {
        const [p, q] = [points.get(rule.points[0]), points.get(rule.points[1])];
        if (!p || !q) return MISSING;
        return joinOrReport(p, q);
      }
      case "parallel": {
        const [p, line] = [points.get(rule.through), lines.get(rule.to)];
        if (!p || !line) return MISSING;
        return joinOrReport(p, hDirection(line[1], -line[0]));
      }
      case "angle": {
        const p = points.get(rule.through);
        if (!p) return MISSING;
        const rad = (rule.deg * Math.PI) / 180;
        return joinOrReport(p, hDirection(Math.cos(rad), -Math.sin(rad)));
      }
      case "slide": {
        const [l, m] = [lines.get(rule.between[0]), lines.get(rule.between[1])];
        const aim = aimAt(rule.aim);
        if (!l || !m || !aim) return MISSING;
        return slideOrReport(l, m, aim, rule.mm, rule.side);
      }
    }
  };

  const findPoint = (rule: PointRule): HPoint | string => {
    switch (rule.kind) {
      case "sheet-corner": {
        const [up, side] = rule.corner.split("-");
        return hPoint({
          xMm: side === "left" ? 0 : view.sheet.widthMm,
          yMm: up === "top" ? 0 : view.sheet.heightMm,
        });
      }
      case "from-edges":
        return hPoint({ xMm: edgeMm(rule.across, view), yMm: edgeMm(rule.down, view) });
      case "on-line-from-edge": {
        const line = lines.get(rule.line);
        if (!line) return MISSING;
        return meetOrReport(line, join(hPoint({ xMm: edgeMm(rule.across, view), yMm: 0 }), hDirection(0, 1)));
      }
      case "along": {
        const [line, p] = [lines.get(rule.line), points.get(rule.from)];
        const from = p && findPaperPoint(p);
        if (!line || !from) return MISSING;
        const size = Math.hypot(line[0], line[1]);
        let [dx, dy] = [line[1] / size, -line[0] / size];
        if (!goes(rule.toward, dx, dy)) [dx, dy] = [-dx, -dy];
        return hPoint({ xMm: from.xMm + dx * rule.mm, yMm: from.yMm + dy * rule.mm });
      }
      case "measured": {
        const [p, q] = [points.get(rule.from), points.get(rule.toward)];
        const [from, toward] = [p && findPaperPoint(p), q && findPaperPoint(q)];
        if (!from || !toward) return MISSING;
        const length = distanceMm(from, toward);
        if (length < SAME_POINT_MM) return "the two points to measure between are the same point";
        return hPoint(between(from, toward, rule.mm / length));
      }
      case "share": {
        const [p, q] = [points.get(rule.from), points.get(rule.to)];
        const [from, to] = [p && findPaperPoint(p), q && findPaperPoint(q)];
        if (!from || !to) return MISSING;
        return hPoint(between(from, to, rule.share));
      }
      case "part-way-to-vp": {
        const p = points.get(rule.from);
        const from = p && findPaperPoint(p);
        const aim = aimAt(rule.aim);
        const vp = aim && findPaperPoint(aim);
        if (!from) return MISSING;
        if (!vp) return "its guide runs to no point on paper";
        return hPoint({
          xMm: from.xMm + (vp.xMm - from.xMm) * rule.fraction,
          yMm: from.yMm + (vp.yMm - from.yMm) * rule.fraction,
        });
      }
      case "same":
        return points.get(rule.as) ?? MISSING;
      case "crossing": {
        const [l, m] = [lines.get(rule.lines[0]), lines.get(rule.lines[1])];
        if (!l || !m) return MISSING;
        return meetOrReport(l, m);
      }
    }
  };

  const report = (id: string, called: string, why: string) => {
    if (why === MISSING) return;
    findings.push({
      code: "cannot-be-found",
      severity: "fault",
      about: id,
      message: `The ${called} ("${id}") cannot be found: ${why}.`,
      numbers: {},
    });
  };

  const withLineSlip = ({ id, rule }: LineMade, line: HLine): HLine => {
    const slip = slips.lines.get(id);
    if (!slip) return line;
    const [from, aim] =
      rule.kind === "toward"
        ? [points.get(rule.through), aimAt(rule.aim)]
        : rule.kind === "join"
          ? [points.get(rule.points[0]), points.get(rule.points[1]) ?? null]
          : [null, null];
    const start = from && findPaperPoint(from);
    return start && aim ? slippedLine(start, aim, slip) : line;
  };

  const withPointSlip = ({ id, rule }: PointMade, point: HPoint): HPoint => {
    const [beside, along] = [slips.points.get(id), slips.along.get(id)];
    const at = beside || along !== undefined ? findPaperPoint(point) : null;
    if (!at) return point;
    const way = along === undefined ? null : directionOf(rule);
    return hPoint({
      xMm: at.xMm + (beside?.dxMm ?? 0) + (way ? way.x * (along ?? 0) : 0),
      yMm: at.yMm + (beside?.dyMm ?? 0) + (way ? way.y * (along ?? 0) : 0),
    });
  };

  /** The direction on paper in which a mark on a line can slide. */
  const directionOf = (rule: PointRule): { x: number; y: number } | null => {
    const toPaper = (id: string) => {
      const p = points.get(id);
      return p ? findPaperPoint(p) : null;
    };
    const ends: readonly [PaperPoint | null, PaperPoint | null] | null =
      rule.kind === "measured"
        ? [toPaper(rule.from), toPaper(rule.toward)]
        : rule.kind === "share"
          ? [toPaper(rule.from), toPaper(rule.to)]
          : rule.kind === "part-way-to-vp"
            ? [toPaper(rule.from), findFinite(aimAt(rule.aim))]
            : null;
    if (ends?.[0] && ends[1]) {
      const [dx, dy] = [ends[1].xMm - ends[0].xMm, ends[1].yMm - ends[0].yMm];
      const size = Math.hypot(dx, dy);
      return size > 0 ? { x: dx / size, y: dy / size } : null;
    }
    const line =
      rule.kind === "along" || rule.kind === "on-line-from-edge" ? lines.get(rule.line) : undefined;
    if (!line) return null;
    const size = Math.hypot(line[0], line[1]);
    return { x: line[1] / size, y: -line[0] / size };
  };

  for (const move of moves) {
    for (const line of move.lines) {
      const found = findLine(line.rule);
      if (typeof found === "string") report(line.id, line.called, found);
      else lines.set(line.id, withLineSlip(line, found));
    }
    for (const point of move.points) {
      const found = findPoint(point.rule);
      if (typeof found === "string") report(point.id, point.called, found);
      else points.set(point.id, withPointSlip(point, found));
    }
  }
  return { points, lines, findings };
}

function findFinite(p: HPoint | null): PaperPoint | null {
  return p && findPaperPoint(p);
}

const MISSING = "what it needs is missing";

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
export function edgeMm(from: FromEdge, view: View): number {
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
