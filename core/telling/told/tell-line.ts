import type { Aim, LineMade, Move, PointMade } from "../../drawing/drafter/index.ts";
import { edgeOfSheet, LONGEST_TAPE_MM, tapeNeeded } from "../../drawing/drafter/index.ts";
import { findVanishingPoint, requireFrame, type View, worldToPaper } from "../../drawing/view/index.ts";
import { distanceMm, findPaperPoint, type HLine, type PaperPoint } from "../../ground/geometry/index.ts";
import { callAimed } from "./call-aimed.ts";
import { edgeMark, readingOf } from "./measures.ts";
import type { Place, Places } from "./places.ts";
import type { End, LineRef, Ruled, Toward, Way } from "./told.ts";

/** What the telling of a line looks at. */
export interface OnSheet {
  readonly places: Places;
  readonly view: View;
  /** Whether each pupil chooses how deep things go. */
  readonly depthsByEye: boolean;
  /** Where a line lies; undefined when it cannot be found. */
  readonly line: (id: string) => HLine | undefined;
  /** How a place was found. */
  readonly ruleOf: (pointId: string) => PointMade["rule"] | null;
  /** Lines known to run side by side on the paper, by their slope: for rulers slid along. */
  readonly alike: (dx: number, dy: number, beforeMove: number) => LineRef<Place> | null;
}

/** A line whose end nothing marks yet when it is told. */
export type LineTold = { readonly ruled: Ruled<Place>; readonly open: string | null };

/** A slant below this over a whole sheet no ruler shows: 0.05 mm in 30 cm. */
const STRAIGHT = 1.6e-4;

/** The way from one place to another when it runs level or upright; else null. */
export function wayBetween(a: PaperPoint, b: PaperPoint): Way | null {
  const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
  const size = Math.hypot(dx, dy);
  if (size === 0) return null;
  if (Math.abs(dy) <= STRAIGHT * size) return dx > 0 ? "right" : "left";
  if (Math.abs(dx) <= STRAIGHT * size) return dy > 0 ? "down" : "up";
  return null;
}

/** How the ruler lies for a line, seen from where the pencil goes along it. Null when nothing on the sheet tells it. */
export function towardOf(
  on: OnSheet,
  moveIndex: number,
  made: LineMade,
  from: string,
  to: PaperPoint | null,
): Toward<Place> | null {
  const { places } = on;
  const { rule } = made;
  const start = places.at(from);
  if (!start) return null;
  switch (rule.kind) {
    case "join": {
      const [p, q] = rule.points.map(places.one) as [string, string];
      const other = p === places.one(from) ? q : p;
      return pointwards(on, start, other, to);
    }
    case "toward":
      return aimed(on, moveIndex, rule.aim, start, to);
    case "parallel": {
      const line = lineRef(on, rule.to);
      return line && { k: "parallel", to: line };
    }
    case "angle": {
      const rad = (rule.deg * Math.PI) / 180;
      const [dx, dy] = to ? [to.xMm - start.xMm, to.yMm - start.yMm] : [Math.cos(rad), -Math.sin(rad)];
      return slopeOf(on, start, dx, dy);
    }
    case "sheet-diagonal": {
      const of = rule.from === "top-left" ? "bottom-right" : "bottom-left";
      return { k: "point", at: { k: "corner", of } };
    }
    default:
      return null;
  }
}

/** Toward a place, or away from it when the pencil goes the other way. */
function pointwards(on: OnSheet, start: PaperPoint, other: string, to: PaperPoint | null): Toward<Place> {
  const at = on.places.at(other);
  const name = on.places.name(other);
  if (!at || !to) return { k: "point", at: name };
  const along = (at.xMm - start.xMm) * (to.xMm - start.xMm) + (at.yMm - start.yMm) * (to.yMm - start.yMm);
  return along >= 0 ? { k: "point", at: name } : { k: "away", from: name };
}

function aimed(
  on: OnSheet,
  moveIndex: number,
  aim: Aim,
  start: PaperPoint,
  to: PaperPoint | null,
): Toward<Place> | null {
  const { view, places } = on;
  if (aim.kind === "point") return pointwards(on, start, aim.point, to);
  if (aim.kind === "axis") {
    const frame = requireFrame(view, aim.frame);
    const at = findVanishingPoint(view, frame, aim.axis);
    if (at) {
      const is = callAimed(aim, view);
      if (is !== null && tapeNeeded(at, view.sheet).every((t) => t.mm <= LONGEST_TAPE_MM)) {
        const name: Place = { k: "plain", is };
        if (!to) return { k: "point", at: name };
        const along =
          (at.xMm - start.xMm) * (to.xMm - start.xMm) + (at.yMm - start.yMm) * (to.yMm - start.yMm);
        return along >= 0 ? { k: "point", at: name } : { k: "away", from: name };
      }
      return throughEdge(on, start, at.xMm - start.xMm, at.yMm - start.yMm, to);
    }
  }
  if (!to) return null;
  const way = wayBetween(start, to);
  if (way) return { k: "way", way };
  const [dx, dy] = [to.xMm - start.xMm, to.yMm - start.yMm];
  const alike = on.alike(dx, dy, moveIndex);
  if (alike) return { k: "parallel", to: alike };
  const known = places.found(to, moveIndex - 1);
  return known === null ? throughEdge(on, start, dx, dy, to) : { k: "point", at: places.name(known) };
}

/** Lays the ruler through a mark where the line crosses the sheet's edge, on the side the pencil goes to. */
function throughEdge(
  on: OnSheet,
  start: PaperPoint,
  dx: number,
  dy: number,
  to: PaperPoint | null,
): Toward<Place> | null {
  const { widthMm: w, heightMm: h } = on.view.sheet;
  const sign = to && dx * (to.xMm - start.xMm) + dy * (to.yMm - start.yMm) < 0 ? -1 : 1;
  const crossings = (
    [
      ["left", (0 - start.xMm) / dx],
      ["right", (w - start.xMm) / dx],
      ["top", (0 - start.yMm) / dy],
      ["bottom", (h - start.yMm) / dy],
    ] as const
  ).flatMap(([edge, t]) => {
    if (!Number.isFinite(t) || t * sign <= 1e-9) return [];
    const p = { xMm: start.xMm + dx * t, yMm: start.yMm + dy * t };
    const inside = p.xMm >= -1e-6 && p.xMm <= w + 1e-6 && p.yMm >= -1e-6 && p.yMm <= h + 1e-6;
    return inside ? [{ edge, p, t: Math.abs(t) }] : [];
  });
  // The farther mark aims best.
  const best = crossings.sort((a, b) => b.t - a.t)[0];
  if (!best) return null;
  const along = best.edge === "left" || best.edge === "right" ? best.p.yMm : best.p.xMm;
  return { k: "edge-mark", mark: edgeMark(best.edge, along, on.view.sheet) };
}

/** A line at an angle goes so far up or down for this much across, or the other way round. */
const SLOPE_MM = 100;

function slopeOf(on: OnSheet, _start: PaperPoint, dx: number, dy: number): Toward<Place> {
  const { sheet } = on.view;
  const unit = sheet.unit === "in" ? 101.6 : SLOPE_MM;
  const scale = unit / Math.max(Math.abs(dx), Math.abs(dy));
  return {
    k: "slope",
    across: readingOf(Math.abs(dx) * scale, sheet),
    acrossWay: dx >= 0 ? "right" : "left",
    up: readingOf(Math.abs(dy) * scale, sheet),
    upWay: dy <= 0 ? "up" : "down",
  };
}

/** A line as a pupil finds it: by its two ends, or as the line from a place toward another. */
export function lineRef(on: OnSheet, lineId: string, unfinished = false): LineRef<Place> | null {
  const { places } = on;
  if (lineId === "sheet/horizon") return { k: "horizon" };
  const edge = edgeOfSheet(lineId);
  if (edge) return { k: "edge", edge };
  const line = places.lineOf(lineId);
  if (!line) return null;
  if (line.over !== null) return lineRef(on, line.over, unfinished);
  const { rule } = line.made;
  if (rule.kind === "sheet-crease") return { k: "crease", across: rule.across };
  if (rule.kind === "sheet-diagonal") {
    const [a, b] =
      rule.from === "top-left"
        ? (["top-left", "bottom-right"] as const)
        : (["top-right", "bottom-left"] as const);
    return { k: "ends", a: { k: "corner", of: a }, b: { k: "corner", of: b } };
  }
  if (rule.kind === "join") {
    const [p, q] = rule.points;
    return { k: "ends", a: places.name(p), b: places.name(q) };
  }
  const ends = line.ends;
  if (!ends) {
    if (rule.kind !== "toward") return null;
    const toward = towardOf(on, line.moveIndex, line.made, rule.through, null);
    return toward && { k: "from", at: places.name(rule.through), toward };
  }
  const [s, e] = ends;
  const through =
    rule.kind === "toward" || rule.kind === "parallel" || rule.kind === "angle" ? rule.through : s;
  const madeBefore = (places.since(e) ?? Number.POSITIVE_INFINITY) <= line.moveIndex;
  const toward = towardOf(
    on,
    line.moveIndex,
    line.made,
    through,
    places.at(e) ?? endOfStroke(on.view, line.move),
  );
  const byStart =
    toward?.k === "way" ||
    toward?.k === "edge-mark" ||
    toward?.k === "slope" ||
    (toward?.k === "point" && toward.at.k === "plain");
  if (!unfinished && !byStart && madeBefore && places.one(through) !== places.one(e))
    return { k: "ends", a: places.name(through), b: places.name(e) };
  return toward && { k: "from", at: places.name(through), toward };
}

/** The line of a move as it is told: from where, which way, how far, and what it finds. */
export function tellLine(on: OnSheet, move: Move, moveIndex: number): LineTold | null {
  const made = move.lines[0];
  if (!made) return null;
  if (made.rule.kind === "sheet-diagonal") return tellDiagonal(on, move, moveIndex, made, made.rule.from);
  const { places } = on;
  const ends = move.ends ?? whole(made.rule);
  if (!ends) return null;
  const [s, e] = ends.map((id) => (id === null ? null : places.one(id))) as [string, string | null];
  const through = ruledFrom(places, made.rule, s);
  const to = (e === null ? null : places.at(e)) ?? endOfStroke(on.view, move);
  const toward = towardOf(on, moveIndex, made, through, to);
  if (!toward) return null;
  const goesOn = runsOn(move);
  const begin = s === through ? null : endAt(on, move, moveIndex, made, s);
  const ended = e === null || goesOn ? null : endAt(on, move, moveIndex, made, e);
  const end: End<Place> = goesOn ? runningOn(toward) : (ended?.end ?? { k: "as-needed" });
  return {
    ruled: {
      from: places.name(through),
      toward,
      end,
      ...(begin ? { begin: begin.end } : {}),
      ...(begin?.gives ? { givesBegin: begin.gives } : {}),
      ...(ended?.gives ? { gives: ended.gives } : {}),
      ...findsOf(on, move, made, [s, ...(e === null || goesOn ? [] : [e])]),
    },
    open: end.k === "as-needed" && !goesOn ? e : null,
  };
}

/** A diagonal of the sheet runs from corner to corner. */
function tellDiagonal(
  on: OnSheet,
  move: Move,
  moveIndex: number,
  made: LineMade,
  from: "top-left" | "top-right",
): LineTold | null {
  const toward = towardOf(on, moveIndex, made, `corner of the sheet/${from}`, null);
  if (toward?.k !== "point") return null;
  const finds = findsOf(on, move, made, []);
  return {
    ruled: { from: { k: "corner", of: from }, toward, end: { k: "at", at: toward.at }, ...finds },
    open: null,
  };
}

/** The place that the ruler is laid to first. */
function ruledFrom(places: Places, rule: LineMade["rule"], start: string): string {
  switch (rule.kind) {
    case "toward":
    case "parallel":
    case "angle":
      return places.one(rule.through);
    case "join": {
      const points = rule.points.map(places.one);
      return points.includes(start) ? start : (points[0] ?? start);
    }
    default:
      return start;
  }
}

/** Whether a guide goes on past what it was drawn for. */
function runsOn({ stroke }: Move): boolean {
  return (
    stroke?.plane === "space" && (stroke.tailTo !== null || stroke.to[3] === 0) && stroke.role !== "horizon"
  );
}

/** Where a stroke ends on the paper; null where it runs to a vanishing point. */
export function endOfStroke(view: View, { stroke }: Move): PaperPoint | null {
  if (stroke?.plane !== "space" || stroke.to[3] === 0) return null;
  const [x, y, z, w] = stroke.to;
  return findPaperPoint(worldToPaper(view.camera, [x / w, y / w, z / w]));
}

function whole(rule: LineMade["rule"]): readonly [string, string | null] | null {
  if (rule.kind === "join") return rule.points;
  return rule.kind === "toward" ? [rule.through, null] : null;
}

/** A guide that runs on ends at the place it aims at; where that is off the sheet, at the sheet's edge. */
function runningOn(toward: Toward<Place>): End<Place> {
  return toward.k === "point" ? { k: "at", at: toward.at } : { k: "sheet-edge" };
}

/** How the pencil knows where to stop at a place: it is there, a line crosses, or so long. Null when nothing tells it. */
function endAt(
  on: OnSheet,
  move: Move,
  moveIndex: number,
  made: LineMade,
  id: string,
): { end: End<Place>; gives: Place | null } | null {
  const { places } = on;
  const own = move.points.find((p) => places.one(p.id) === id && p.rule.kind !== "same");
  if (own) {
    const end = ownEnd(on, own, made.id);
    // A place on this line that another had found before is simply there.
    if ((places.since(id) ?? moveIndex) >= moveIndex && end) return { end, gives: places.name(id) };
  }
  const since = places.since(id);
  if (since !== null && since < moveIndex) {
    const crossing = made.rule.kind === "join" ? null : alongSame(on, made.id, id);
    return { end: crossing ?? { k: "at", at: places.name(id) }, gives: null };
  }
  return null;
}

/** A place that an earlier line along the same course found where it crossed another: it is told by that other. */
function alongSame(on: OnSheet, lineId: string, pointId: string): End<Place> | null {
  const rule = on.ruleOf(pointId);
  const own = on.line(lineId);
  if (rule?.kind !== "crossing" || !own) return null;
  const [a, b] = rule.lines;
  const same = (id: string) => {
    const h = on.line(id);
    if (!h) return false;
    const size = Math.hypot(own[0], own[1]) * Math.hypot(h[0], h[1]);
    return Math.abs(own[0] * h[1] - own[1] * h[0]) < 1e-9 * size;
  };
  const other = same(a) ? b : same(b) ? a : null;
  const line = other === null ? null : lineRef(on, other);
  return line && { k: "on", line };
}

function ownEnd(on: OnSheet, point: PointMade, lineId: string): End<Place> | null {
  const { rule } = point;
  if (rule.kind === "along") return { k: "length", reading: readingOf(rule.mm, on.view.sheet) };
  if (rule.kind === "crossing") {
    const other = rule.lines.find((l) => l !== lineId);
    const line = other === undefined ? null : lineRef(on, other);
    return line && { k: "on", line };
  }
  return null;
}

/** The places on its way that a line finds, where it crosses what is there. */
function findsOf(on: OnSheet, move: Move, made: LineMade, ends: readonly string[]) {
  const { places } = on;
  const finds = move.points.flatMap((p) => {
    if (p.rule.kind !== "crossing" || ends.includes(places.one(p.id))) return [];
    const other = p.rule.lines.find((l) => l !== made.id);
    const line = other === undefined ? null : lineRef(on, other);
    return line ? [{ gives: places.name(p.id), line }] : [];
  });
  return finds.length > 0 ? { finds } : {};
}

/** The length of a line on the paper between two places, in mm. */
export function lengthBetween(places: Places, a: string, b: string): number {
  const [p, q] = [places.at(a), places.at(b)];
  return p && q ? distanceMm(p, q) : 0;
}
