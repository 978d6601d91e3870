import { invariant } from "../base/index.ts";
import type { Aim, LineRule, PointRule, StrokePlan, StrokeRole } from "../drafter/index.ts";
import { distanceMm, findPaperPoint, meet, type PaperPoint, type Region } from "../geometry/index.ts";
import { type ArcEdge, cornerAt, type Face, type Solid } from "../solids/index.ts";
import {
  type Axis,
  add,
  minus,
  paperToWorld,
  type SpacePoint,
  scaled,
  unit,
  type Vec3,
  worldToPaper,
} from "../view/index.ts";

import { PageKnowledge } from "./page-knowledge.ts";

export interface RuleOptions {
  readonly role?: StrokeRole;
  readonly called?: string;
  /** Help only: rubbed out with the tails. */
  readonly light?: boolean;
  /** Draw the guide on beyond its end, toward its vanishing point. */
  readonly tail?: boolean;
  /** Where the far end is marked when no line crosses there: by measure along the line. */
  readonly measured?: boolean;
  /** Drawn along the edge of a template of true shape instead of the ruler. */
  readonly template?: boolean;
  /** Faces it is drawn on. */
  readonly on?: readonly string[];
  /** The pencil draws only between these two points of the line. */
  readonly between?: readonly [string, string];
  /** Draws nothing outside this stretch of the paper. */
  readonly within?: Region;
}

/**
 * The page in front of the hand. Its verbs are what a hand can do; each records one move, and a ruled line finds by itself
 * every named point in which it crosses a line that is there.
 */
export class Page extends PageKnowledge {
  phase(name: string): void {
    this.d.phase(name);
  }

  /** Takes the corner of the sheet that lies where the point is. */
  markSheetCorner(name: string): void {
    const at = this.onPaper(name);
    const corner =
      `${at.yMm < this.view.sheet.heightMm / 2 ? "top" : "bottom"}-${at.xMm < this.view.sheet.widthMm / 2 ? "left" : "right"}` as const;
    this.d.take({ name, called: this.call(name), rule: { kind: "sheet-corner", corner } });
    this.find(name);
  }

  /** Takes a point that another has found already under a name of its own. */
  takeFrom(name: string, from: string): void {
    this.d.take({ name, called: this.call(name), rule: { kind: "same", as: this.id(from) } });
    this.find(name);
  }

  /** Measures a point from the sheet's left and bottom edges. */
  markFromEdges(name: string): void {
    const at = this.onPaper(name);
    this.d.measureFromEdges({
      name,
      called: this.call(name),
      across: { edge: "left", mm: at.xMm },
      down: { edge: "bottom", mm: this.view.sheet.heightMm - at.yMm },
      at,
      also: this.namesakes(name),
    });
    this.find(name);
  }

  /** Lays a distance off from one found point toward another. */
  measure(name: string, from: string, toward: string): void {
    const mm = distanceMm(this.onPaper(from), this.onPaper(name));
    this.#mark(name, { kind: "measured", from: this.id(from), toward: this.id(toward), mm });
  }

  /** Marks a part of the way from a found point toward an axis' vanishing point. */
  partWay(name: string, from: string, axis: Axis): void {
    const [a, b] = [this.onPaper(from), this.onPaper(name)];
    const vp = findPaperPoint(worldToPaper(this.view.camera, this.frame.axes[axis]));
    invariant(vp, `the ${axis} of "${this.objectId}" runs to no point on paper`);
    const fraction = distanceMm(a, b) / distanceMm(a, vp);
    this.#mark(name, { kind: "part-way-to-vp", from: this.id(from), aim: this.along(axis), fraction });
  }

  /** Measures a point along a line already drawn, from a found point on it. */
  measureOnLine(name: string, from: string, line: string): void {
    const rule = this.#measured(from, name, this.id(line));
    this.#mark(name, rule);
  }

  /** Marks a point by its part of the way between two found points, as the ruler measures it. */
  partBetween(name: string, from: string, to: string): void {
    const [a, p, b] = [this.onPaper(from), this.onPaper(name), this.onPaper(to)];
    const share = distanceMm(a, p) / distanceMm(a, b);
    this.#mark(name, { kind: "share", from: this.id(from), to: this.id(to), share });
  }

  /** Draws a curve by hand through found points: an arc of a circle somewhere in space. */
  curve(name: string, arc: Omit<ArcEdge, "facets">, options: RuleOptions = {}): void {
    this.d.curve(name, {
      plane: "space-arc",
      role: options.role ?? "outline",
      arc,
      ...(options.light ? { light: true } : {}),
      ...(options.on ? { on: options.on } : {}),
      ...(options.within ? { within: options.within } : {}),
    });
  }

  /** Draws freely along points of space, such as a slack wire or a crown of leaves. */
  freehand(name: string, points: readonly Vec3[], options: RuleOptions = {}): void {
    this.d.freehand(name, {
      plane: "space-path",
      role: options.role ?? "freehand",
      points,
      ...(options.on ? { on: options.on } : {}),
      ...(options.within ? { within: options.within } : {}),
    });
  }

  /** Fills the stretch between found points with a tone. */
  fill(name: string, ring: readonly Vec3[], tone: 1 | 2 | 3, on: readonly string[] = []): void {
    this.d.fill(name, { plane: "fill", role: "fill", rings: [ring], tone, on });
  }

  /** Fills stretches given by their outlines in space, all on one plane. */
  fillRings(name: string, rings: readonly (readonly Vec3[])[], tone: 1 | 2 | 3, on: readonly string[]): void {
    this.d.fill(name, { plane: "fill", role: "fill", rings, tone, on });
  }

  /** Fills a face of a solid with a tone, its openings left free. */
  fillFace(name: string, solid: Solid, face: Face, tone: 1 | 2 | 3, on: readonly string[]): void {
    const rings = [face.corners, ...face.holes].map((ring) => ring.map((c) => cornerAt(solid, c)));
    this.d.fill(name, { plane: "fill", role: "fill", rings, tone, on });
  }

  /** Marks the crossing of two lines already there. */
  cross(name: string, lines: readonly [string, string]): void {
    this.#mark(name, { kind: "crossing", lines: [this.id(lines[0]), this.id(lines[1])] });
  }

  /** Rules a line from a found point along an axis, to the point `to`. */
  ruleAlong(name: string, from: string, to: string, axis: Axis, options: RuleOptions = {}): void {
    this.#rule(name, from, to, { kind: "toward", through: this.id(from), aim: this.along(axis) }, options);
  }

  /** Rules a line from a found point in a slanting direction of space: toward that direction's vanishing point. */
  ruleSlanting(name: string, from: string, to: string, called: string, options: RuleOptions = {}): void {
    const direction = unit(minus(this.at(to), this.at(from)));
    const aim: Aim = {
      kind: "direction",
      called,
      direction: direction[2] < 0 ? scaled(direction, -1) : direction,
    };
    this.#rule(name, from, to, { kind: "toward", through: this.id(from), aim }, options);
  }

  /** Joins two found points. */
  join(name: string, from: string, to: string, options: RuleOptions = {}): void {
    this.#rule(name, from, to, { kind: "join", points: [this.id(from), this.id(to)] }, options);
  }

  /** Lays the ruler on two found points and draws on to a third on the same line. */
  joinOn(name: string, from: string, through: string, to: string, options: RuleOptions = {}): void {
    this.#rule(name, from, to, { kind: "join", points: [this.id(from), this.id(through)] }, options);
  }

  /** Lays the ruler on a far mark and a found point, and draws from the found point away from the mark. */
  ruleAwayFrom(name: string, mark: string, from: string, to: string, options: RuleOptions = {}): void {
    this.#rule(name, from, to, { kind: "join", points: [this.id(mark), this.id(from)] }, options);
  }

  /** Rules through a found point at the angle to the level that the held pencil shows. */
  ruleAtAngle(name: string, from: string, to: string, options: RuleOptions = {}): void {
    const [a, b] = [this.onPaper(from), this.onPaper(to)];
    const deg = (Math.atan2(a.yMm - b.yMm, b.xMm - a.xMm) * 180) / Math.PI;
    this.#rule(name, from, to, { kind: "angle", through: this.id(from), deg }, { ...options, tail: true });
  }

  /** Rules from a found point toward another point found on the paper, such as a crossing far back. */
  ruleTowardPoint(name: string, from: string, to: string, aimAt: string, options: RuleOptions = {}): void {
    const aim: Aim = { kind: "point", point: this.id(aimAt) };
    this.#rule(name, from, to, { kind: "toward", through: this.id(from), aim }, options);
  }

  /** Marks where two lines already there cross, though the crossing lies far back: at an axis' vanishing point. */
  markVanishingCrossing(name: string, axis: Axis, lines: readonly [string, string]): void {
    const at = findPaperPoint(worldToPaper(this.view.camera, this.frame.axes[axis]));
    if (!at) return;
    this.d.mark({
      name,
      called: this.call(name),
      rule: { kind: "crossing", lines: [this.id(lines[0]), this.id(lines[1])] },
      at,
      role: "vanishing-point",
    });
    this.keepPoint(name, this.frame.axes[axis]);
  }

  /** Slides the ruler along an axis, kept parallel, until the piece between two lines measures as it should. */
  ruleSlid(
    name: string,
    from: string,
    to: string,
    axis: Axis,
    between: readonly [string, string],
    options: RuleOptions = {},
  ): void {
    const [a, b] = [this.onPaper(from), this.onPaper(to)];
    const crossing = findPaperPoint(meet(this.lineOf(between[0]), this.lineOf(between[1])));
    const after = crossing ? (axis === "height" ? a.xMm > crossing.xMm : a.yMm > crossing.yMm) : true;
    const rule: LineRule = {
      kind: "slide",
      aim: this.along(axis),
      between: [this.id(between[0]), this.id(between[1])],
      mm: distanceMm(a, b),
      side: after ? "after" : "before",
    };
    this.#rule(name, from, to, rule, options);
  }

  /** Circles found points, so that the class takes just these. */
  circle(name: string, points: readonly string[]): void {
    this.d.circle(
      name,
      points.map((p) => this.id(p)),
    );
  }

  /** Rules from a found point all the way to an axis' vanishing point; `farAway` things lie behind all others. */
  ruleToVanishingPoint(
    name: string,
    from: string,
    axis: Axis,
    options: RuleOptions & { readonly farAway?: boolean } = {},
  ): void {
    const [a, dir] = [this.at(from), this.frame.axes[axis]];
    this.d.rule({
      name,
      called: options.called ?? "ray",
      rule: { kind: "toward", through: this.id(from), aim: this.along(axis) },
      stroke: {
        plane: "space",
        role: options.role ?? "detail",
        from: options.farAway ? [...a, 0] : [...a, 1],
        to: [...dir, 0],
        tailTo: null,
      },
    });
  }

  /** Draws freely along paper points infinitely far away, such as a skyline. */
  freehandFarAway(name: string, points: readonly PaperPoint[]): void {
    const far = 1e6 * this.view.camera.distanceMm;
    this.freehand(
      name,
      points.map((p) => paperToWorld(this.view.camera, p, far)),
    );
  }

  /** Goes firmly over a stretch of line between two found points. */
  trace(name: string, from: string, to: string, options: RuleOptions = {}): void {
    const rule: LineRule = { kind: "join", points: [this.id(from), this.id(to)] };
    this.d.trace({
      name,
      called: options.called ?? name.replaceAll("-", " "),
      rule,
      stroke: this.#stroke(from, to, null, options),
    });
    this.keepLine(this.spaceLine(name, from, to));
  }

  #mark(name: string, rule: PointRule): void {
    this.d.mark({
      name,
      called: this.call(name),
      rule,
      at: this.onPaper(name),
      also: this.namesakes(name),
    });
    this.find(name);
  }

  #rule(name: string, from: string, to: string, rule: LineRule, options: RuleOptions): void {
    const line = this.spaceLine(name, from, to);
    const finds: { name: string; called: string; rule: PointRule }[] = [];
    for (const [point, at] of this.truth) {
      if (this.found.points.has(point) || finds.some((f) => f.name === point) || !this.liesAt(at, line))
        continue;
      const crossing = this.crossingLines(point, line.onPaper)[0];
      const rule = crossing
        ? ({ kind: "crossing", lines: [line.id, crossing.line.id] } as const)
        : point === to && options.measured
          ? this.#measured(from, to, line.id)
          : null;
      if (!rule) continue;
      finds.push({ name: point, called: this.call(point), rule });
      for (const same of this.namesakes(point))
        if (!finds.some((f) => f.name === same.name))
          finds.push({ ...same, rule: { kind: "same", as: this.id(point) } });
    }
    for (const f of finds) this.keepPoint(f.name, this.at(f.name));
    this.keepLine(line);
    const drawn = {
      name,
      called: options.called ?? `edge ${name.replaceAll("-", " ")}`,
      rule,
      stroke: this.#stroke(from, to, rule, options),
      finds,
    };
    if (options.template) this.d.template(drawn);
    else this.d.rule(drawn);
  }

  /** A measured end: so far right, left, up or down along the line. */
  #measured(from: string, to: string, line: string): PointRule {
    const [a, b] = [this.onPaper(from), this.onPaper(to)];
    const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const toward = Math.abs(dx) >= Math.abs(dy) ? (dx >= 0 ? "right" : "left") : dy <= 0 ? "up" : "down";
    return { kind: "along", line, from: this.id(from), toward, mm: Math.hypot(dx, dy) };
  }

  #stroke(from: string, to: string, rule: LineRule | null, options: RuleOptions): StrokePlan {
    const [start, end] = options.between ?? [from, to];
    const [a, b] = [this.at(start), this.at(end)];
    const plain = {
      plane: "space",
      role: options.role ?? "outline",
      from: [a[0], a[1], a[2], 1],
      to: [b[0], b[1], b[2], 1],
      tailTo:
        options.tail && (rule?.kind === "toward" || rule?.kind === "angle") ? this.#tailEnd(a, b) : null,
    } as const;
    if (!options.light && !options.on && !options.within) return plain;
    return {
      ...plain,
      ...(options.light ? { light: true } : {}),
      ...(options.on ? { on: options.on } : {}),
      ...(options.within ? { within: options.within } : {}),
    };
  }

  #tailEnd(from: Vec3, to: Vec3): SpacePoint | null {
    const dir = unit(minus(to, from));
    if (!(dir[2] > 1e-9)) return null;
    if (this.options.guides === "to-vp") return [dir[0], dir[1], dir[2], 0];
    // Half the paper way from the far end to the VP: with f = 1 − z/z', the depth there is z/(1 − f).
    const passed = 1 - from[2] / to[2];
    const reach = (passed + 1) / 2;
    return [...add(from, dir, (reach * from[2]) / ((1 - reach) * dir[2])), 1];
  }
}
