import { invariant } from "../../ground/base/index.ts";
import { distanceMm, findPaperPoint, meet } from "../../ground/geometry/index.ts";
import type { Aim, Drafter, EdgeLineId, LineRule, PointRule, SheetEdge } from "../drafter/index.ts";
import { type Axis, callVanishingPoint, minus, scaled, unit, worldToPaper } from "../view/index.ts";

import { callLine } from "./call-point.ts";
import type { Knowledge } from "./knowledge.ts";
import { measuredEnd, type RuleOptions, strokePlan } from "./ruled-line.ts";

export type Hand = ReturnType<typeof handOn>;

/**
 * The hand at the page. Its verbs are what a hand can do; each records one move, and a ruled line finds by itself
 * every named point in which it crosses a line that is there.
 */
export function handOn(d: Drafter, known: Knowledge) {
  function phase(name: string): void {
    d.phase(name);
  }

  /** Takes the corner of the sheet that lies where the point is. */
  function markSheetCorner(name: string): void {
    const at = known.onPaper(name);
    const corner =
      `${at.yMm < known.view.sheet.heightMm / 2 ? "top" : "bottom"}-${at.xMm < known.view.sheet.widthMm / 2 ? "left" : "right"}` as const;
    d.take({ name, called: known.call(name), rule: { kind: "sheet-corner", corner } });
    known.find(name);
  }

  /** Takes a point that another has found already under a name of its own. */
  function takeFrom(name: string, from: string): void {
    d.take({ name, called: known.call(name), rule: { kind: "same", as: known.id(from) } });
    known.find(name);
  }

  /** Measures a point from the sheet's left and bottom edges. */
  function markFromEdges(name: string): void {
    const at = known.onPaper(name);
    d.measureFromEdges({
      name,
      called: known.call(name),
      across: { edge: "left", mm: at.xMm },
      down: { edge: "bottom", mm: known.view.sheet.heightMm - at.yMm },
      at,
      also: known.namesakes(name),
    });
    known.find(name);
  }

  /** Measures a point along an edge of the sheet, from a found point on it. */
  function measureAlongEdge(name: string, from: string, edge: SheetEdge): void {
    const line: EdgeLineId = `edge of the sheet/${edge}`;
    markPoint(name, measuredEnd(known, from, name, line));
  }

  /** Lays a distance off from one found point toward another. */
  function measure(name: string, from: string, toward: string): void {
    const mm = distanceMm(known.onPaper(from), known.onPaper(name));
    markPoint(name, { kind: "measured", from: known.id(from), toward: known.id(toward), mm });
  }

  /** Marks a part of the way from a found point toward an axis' vanishing point. */
  function partWay(name: string, from: string, axis: Axis): void {
    const [a, b] = [known.onPaper(from), known.onPaper(name)];
    const vp = findPaperPoint(worldToPaper(known.view.camera, known.frame.axes[axis]));
    invariant(vp, `the ${axis} of "${known.objectId}" runs to no point on paper`);
    const fraction = distanceMm(a, b) / distanceMm(a, vp);
    markPoint(name, { kind: "part-way-to-vp", from: known.id(from), aim: known.along(axis), fraction });
  }

  /** Measures a point along a line already drawn, from a found point on it. */
  function measureOnLine(name: string, from: string, line: string): void {
    const rule = measuredEnd(known, from, name, known.id(line));
    markPoint(name, rule);
  }

  /** Marks a point by its part of the way between two found points, as the ruler measures it. */
  function partBetween(name: string, from: string, to: string): void {
    const [a, p, b] = [known.onPaper(from), known.onPaper(name), known.onPaper(to)];
    const share = distanceMm(a, p) / distanceMm(a, b);
    markPoint(name, { kind: "share", from: known.id(from), to: known.id(to), share });
  }

  /** Marks the crossing of two lines already there. */
  function cross(name: string, lines: readonly [string, string]): void {
    markPoint(name, { kind: "crossing", lines: [known.id(lines[0]), known.id(lines[1])] });
  }

  /** Rules a line from a found point along an axis, to the point `to`. */
  function ruleAlong(name: string, from: string, to: string, axis: Axis, options: RuleOptions = {}): void {
    ruleLine(name, from, to, { kind: "toward", through: known.id(from), aim: known.along(axis) }, options);
  }

  /** Rules a line from a found point in a slanting direction of space: toward that direction's vanishing point. */
  function ruleSlanting(
    name: string,
    from: string,
    to: string,
    called: string,
    options: RuleOptions = {},
  ): void {
    const direction = unit(minus(known.at(to), known.at(from)));
    const aim: Aim = {
      kind: "direction",
      called,
      direction: direction[2] < 0 ? scaled(direction, -1) : direction,
    };
    ruleLine(name, from, to, { kind: "toward", through: known.id(from), aim }, options);
  }

  /** Joins two found points. */
  function join(name: string, from: string, to: string, options: RuleOptions = {}): void {
    ruleLine(name, from, to, { kind: "join", points: [known.id(from), known.id(to)] }, options);
  }

  /** Lays the ruler on two found points and draws on to a third on the same line. */
  function joinOn(name: string, from: string, through: string, to: string, options: RuleOptions = {}): void {
    ruleLine(name, from, to, { kind: "join", points: [known.id(from), known.id(through)] }, options);
  }

  /** Lays the ruler on a far mark and a found point, and draws from the found point away from the mark. */
  function ruleAwayFrom(
    name: string,
    mark: string,
    from: string,
    to: string,
    options: RuleOptions = {},
  ): void {
    ruleLine(name, from, to, { kind: "join", points: [known.id(mark), known.id(from)] }, options);
  }

  /** Rules through a found point at the angle to the level that the held pencil shows. */
  function ruleAtAngle(name: string, from: string, to: string, options: RuleOptions = {}): void {
    const [a, b] = [known.onPaper(from), known.onPaper(to)];
    const deg = (Math.atan2(a.yMm - b.yMm, b.xMm - a.xMm) * 180) / Math.PI;
    ruleLine(name, from, to, { kind: "angle", through: known.id(from), deg }, { ...options, tail: true });
  }

  /** Rules from a found point toward another point found on the paper, such as a crossing far back. */
  function ruleTowardPoint(
    name: string,
    from: string,
    to: string,
    aimAt: string,
    options: RuleOptions = {},
  ): void {
    const aim: Aim = { kind: "point", point: known.id(aimAt) };
    ruleLine(name, from, to, { kind: "toward", through: known.id(from), aim }, options);
  }

  /** Marks where two lines already there cross, though the crossing lies far back: at an axis' vanishing point. */
  function markVanishingCrossing(
    name: string,
    axis: Exclude<Axis, "height">,
    lines: readonly [string, string],
  ): void {
    const at = findPaperPoint(worldToPaper(known.view.camera, known.frame.axes[axis]));
    if (!at) return;
    d.mark({
      name,
      called: callVanishingPoint(known.view, known.frame, axis),
      rule: { kind: "crossing", lines: [known.id(lines[0]), known.id(lines[1])] },
      at,
      role: "vanishing-point",
    });
    known.keepPoint(name, known.frame.axes[axis]);
  }

  /** Slides the ruler along an axis, kept parallel, until the piece between two lines measures as it should. */
  function ruleSlid(
    name: string,
    from: string,
    to: string,
    axis: Axis,
    between: readonly [string, string],
    options: RuleOptions = {},
  ): void {
    const [a, b] = [known.onPaper(from), known.onPaper(to)];
    const crossing = findPaperPoint(meet(known.lineOf(between[0]), known.lineOf(between[1])));
    const after = crossing ? (axis === "height" ? a.xMm > crossing.xMm : a.yMm > crossing.yMm) : true;
    const rule: LineRule = {
      kind: "slide",
      aim: known.along(axis),
      between: [known.id(between[0]), known.id(between[1])],
      mm: distanceMm(a, b),
      side: after ? "after" : "before",
    };
    ruleLine(name, from, to, rule, options);
  }

  /** Circles found points, so that the class takes just these. */
  function circle(name: string, points: readonly string[]): void {
    d.circle(
      name,
      points.map((p) => known.id(p)),
    );
  }

  /** What follows is one more of a row, set off by eye; null for what is measured or found again. */
  function byEye(what: "line" | "dash" | null): void {
    d.byEye(what);
  }

  /** Leaves found corners alone from which no line shows. */
  function leave(points: readonly string[]): void {
    d.leave(points.map((p) => known.id(p)));
  }

  /** Rules from a found point all the way to an axis' vanishing point; `farAway` things lie behind all others. */
  function ruleToVanishingPoint(
    name: string,
    from: string,
    axis: Axis,
    options: RuleOptions & { readonly farAway?: boolean } = {},
  ): void {
    const [a, dir] = [known.at(from), known.frame.axes[axis]];
    const line = known.spaceLineAlong(name, from, dir);
    known.keepLine(line);
    d.rule({
      name,
      called: options.called ?? "ray",
      rule: { kind: "toward", through: known.id(from), aim: known.along(axis) },
      stroke: {
        plane: "space",
        role: options.role ?? "detail",
        from: options.farAway ? [...a, 0] : [...a, 1],
        to: [...dir, 0],
        tailTo: null,
        ...(options.light ? { light: true } : {}),
      },
    });
  }

  /** Rules from an axis' vanishing point outward to a found point. */
  function ruleFromVanishingPoint(
    name: string,
    to: string,
    axis: Exclude<Axis, "height">,
    options: RuleOptions & { readonly farAway?: boolean } = {},
  ): void {
    const [a, dir] = [known.at(to), known.frame.axes[axis]];
    const point = callVanishingPoint(known.view, known.frame, axis).replaceAll(" ", "-");
    known.keepLine(known.spaceLineAlong(name, to, dir));
    d.rule({
      name,
      called: options.called ?? "ray",
      rule: { kind: "join", points: [`sheet/${point}`, known.id(to)] },
      stroke: {
        plane: "space",
        role: options.role ?? "detail",
        from: [...dir, 0],
        to: options.farAway ? [...a, 0] : [...a, 1],
        tailTo: null,
      },
      ends: [`sheet/${point}`, known.id(to)],
    });
  }

  /** Goes firmly over a stretch of line between two found points. */
  function trace(name: string, from: string, to: string, options: RuleOptions = {}): void {
    const rule: LineRule = { kind: "join", points: [known.id(from), known.id(to)] };
    d.trace({
      name,
      called: options.called ?? callLine(name),
      rule,
      stroke: strokePlan(known, from, to, null, options),
      ends: [known.id(from), known.id(to)],
    });
    known.keepLine(known.spaceLine(name, from, to));
  }

  function markPoint(name: string, rule: PointRule): void {
    d.mark({
      name,
      called: known.call(name),
      rule,
      at: known.onPaper(name),
      also: known.namesakes(name),
    });
    known.find(name);
  }

  function endsOf([start, end]: readonly [string, string]): readonly [string, string] {
    return [known.id(start), known.id(end)];
  }

  function ruleLine(name: string, from: string, to: string, rule: LineRule, options: RuleOptions): void {
    const line = known.spaceLine(name, from, to);
    const finds: { name: string; called: string; rule: PointRule }[] = [];
    for (const { name: point, at } of known.places) {
      if (known.found.points.has(point) || !known.isOfPart(point) || !known.liesAt(at, line)) continue;
      const crossing = known.squarestCrossing(point, line.onPaper);
      const rule = crossing
        ? ({ kind: "crossing", lines: [line.id, crossing.line.id] } as const)
        : point === to && options.measured
          ? measuredEnd(known, from, to, line.id)
          : null;
      if (!rule) continue;
      finds.push({ name: point, called: known.call(point), rule });
      for (const same of known.namesakes(point))
        finds.push({ ...same, rule: { kind: "same", as: known.id(point) } });
      known.find(point);
    }
    known.keepLine(line);
    const drawn = {
      name,
      called: options.called ?? `edge ${callLine(name)}`,
      rule,
      stroke: strokePlan(known, from, to, rule, options),
      finds,
      ends: endsOf(options.between ?? [from, to]),
    };
    if (options.template) d.template(drawn);
    else d.rule(drawn);
  }

  return {
    phase,
    markSheetCorner,
    takeFrom,
    markFromEdges,
    measureAlongEdge,
    measure,
    partWay,
    measureOnLine,
    partBetween,
    cross,
    ruleAlong,
    ruleSlanting,
    join,
    joinOn,
    ruleAwayFrom,
    ruleAtAngle,
    ruleTowardPoint,
    markVanishingCrossing,
    ruleSlid,
    circle,
    leave,
    byEye,
    ruleToVanishingPoint,
    ruleFromVanishingPoint,
    trace,
  };
}
