import { distanceMm, findPaperPoint, meet } from "../../ground/geometry/index.ts";
import type { Aim, Drafter, LineRule } from "../drafter/index.ts";
import { type Axis, minus, scaled, unit } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";
import { ruleFinding } from "./rule-finding.ts";
import type { RuleOptions } from "./ruled-line.ts";
/** What a hand does with the ruler from one point to another: each line finds by itself every named point it crosses. */
export function rulingHand(d: Drafter, known: Knowledge) {
  const ruleLine = (name: string, from: string, to: string, rule: LineRule, options: RuleOptions) =>
    ruleFinding(d, known, name, from, to, rule, options);

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

  return {
    ruleAlong,
    ruleSlanting,
    join,
    joinOn,
    ruleAwayFrom,
    ruleAtAngle,
    ruleTowardPoint,
    ruleSlid,
  };
}
