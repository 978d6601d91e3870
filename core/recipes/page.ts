import { invariant } from "../base/index.ts";
import {
  type Aim,
  along,
  type Drafter,
  type LineRule,
  type PointRule,
  type StrokePlan,
  type StrokeRole,
} from "../drafter/index.ts";
import {
  angleBetweenRad,
  distanceMm,
  findPaperPoint,
  type HLine,
  join,
  meet,
  type PaperPoint,
  type Region,
} from "../geometry/index.ts";
import { type ArcEdge, cornerAt, type Face, type Solid } from "../solids/index.ts";
import {
  type Axis,
  add,
  type Frame,
  minus,
  paperToWorld,
  runsWithPaper,
  type SpacePoint,
  scaled,
  sizeOf,
  unit,
  type Vec3,
  type View,
  worldToPaper,
} from "../view/index.ts";
import { callPoint } from "./call-point.ts";
import type { Built } from "./recipe.ts";

export interface DrawingOptions {
  readonly guides: "to-vp" | "part-way";
}

/** A line the ruler has drawn, as it runs in space. */
export interface SpaceLine {
  readonly id: string;
  readonly through: Vec3;
  readonly direction: Vec3;
  readonly onPaper: HLine;
}

/** What one object's drawing has found so far; others that lean on it go on from there. */
export interface Found {
  readonly points: ReadonlyMap<string, Vec3>;
  readonly lines: readonly SpaceLine[];
  readonly solid: Solid;
}

/** Two lines flatter than this to each other cross nowhere a pencil could mark; as in evaluation. */
export const SAME_LINE_RAD = (0.01 * Math.PI) / 180;
/** A point this near a line in space, as a share of its distance from the eye, lies on it: far above rounding. */
const ON_LINE = 1e-9;

export interface RuleOptions {
  readonly role?: StrokeRole;
  readonly called?: string;
  /** Help only: rubbed out with the tails. */
  readonly light?: boolean;
  /** Draw the guide on beyond its end, toward its vanishing point. */
  readonly tail?: boolean;
  /** Where the far end is marked when no line crosses there: by measure along the line. */
  readonly measured?: boolean;
  /** Faces it is drawn on. */
  readonly on?: readonly string[];
  /** The pencil draws only between these two points of the line. */
  readonly between?: readonly [string, string];
  /** Draws nothing outside this stretch of the paper. */
  readonly within?: Region;
}

/**
 * The page in front of the hand: where every named point truly is, and which of them ruler and pencil have found.
 * Its verbs are what a hand can do; each records one move. Names of another object's points are "object/name".
 */
export class Page {
  readonly #found = new Map<string, Vec3>();
  readonly #lines: SpaceLine[] = [];
  readonly #truth: Map<string, Vec3>;
  readonly #called: Readonly<Record<string, string>>;

  constructor(
    readonly d: Drafter,
    readonly objectId: string,
    readonly view: View,
    readonly frame: Frame,
    readonly options: DrawingOptions,
    private readonly built: Built,
    readonly foundOf: (objectId: string) => Found | null,
  ) {
    this.#truth = new Map([...Object.entries(built.solid.corners), ...Object.entries(built.points)]);
    this.#called = built.called ?? {};
  }

  get found(): Found {
    return { points: this.#found, lines: this.#lines, solid: this.built.solid };
  }

  phase(name: string): void {
    this.d.phase(name);
  }

  isFound(name: string): boolean {
    if (this.#found.has(name)) return true;
    const [host, rest] = splitName(name);
    return host !== null && (this.foundOf(host)?.points.has(rest) ?? false);
  }

  /** Whether a point of that name belongs to the construction at all. */
  knows(name: string): boolean {
    return this.#truth.has(name) || this.isFound(name);
  }

  /** Where a named point truly is. */
  at(name: string): Vec3 {
    const own = this.#truth.get(name);
    if (own) return own;
    const [host, rest] = splitName(name);
    const other = host === null ? undefined : this.foundOf(host)?.points.get(rest);
    invariant(other, `"${this.objectId}" knows no point "${name}"`);
    return other;
  }

  onPaper(name: string): PaperPoint {
    const p = findPaperPoint(worldToPaper(this.view.camera, this.at(name)));
    invariant(p, `"${name}" of "${this.objectId}" does not lie in front of the eye`);
    return p;
  }

  call(name: string): string {
    return this.#called[name] ?? callPoint(name);
  }

  /** Takes the lines and points of another object as there: what leans on it goes on from them. */
  goesOnFrom(hostId: string): void {
    for (const line of this.foundOf(hostId)?.lines ?? []) this.#lines.push(line);
  }

  /** Takes the corner of the sheet that lies where the point is. */
  markSheetCorner(name: string): void {
    const at = this.onPaper(name);
    const corner =
      `${at.yMm < this.view.sheet.heightMm / 2 ? "top" : "bottom"}-${at.xMm < this.view.sheet.widthMm / 2 ? "left" : "right"}` as const;
    this.d.take({ name, called: this.call(name), rule: { kind: "sheet-corner", corner } });
    this.#find(name);
  }

  /** The solid of another object that has been drawn before. */
  solidOf(objectId: string): Solid | null {
    return this.foundOf(objectId)?.solid ?? null;
  }

  /** Takes a point that another has found already under a name of its own. */
  takeFrom(name: string, from: string): void {
    this.d.take({ name, called: this.call(name), rule: { kind: "same", as: this.id(from) } });
    this.#find(name);
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
      also: this.#namesakes(name),
    });
    this.#find(name);
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
    this.#found.set(name, this.frame.axes[axis]);
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

  lineOf(name: string): HLine {
    const line = this.#lines.find((l) => l.id === this.id(name));
    invariant(line, `"${this.objectId}" has drawn no line "${name}"`);
    return line.onPaper;
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
    this.#lines.push(this.#spaceLine(name, from, to));
  }

  /** Whether a point lies on a line the hand has already drawn, and could be found by another line crossing it. */
  lineThrough(name: string): SpaceLine | undefined {
    return this.#lines.find((line) => this.#liesOn(this.at(name), line));
  }

  id(name: string): string {
    return name.includes("/") ? name : `${this.objectId}/${name}`;
  }

  along(axis: Axis): Aim {
    return along(this.frame.id, axis);
  }

  isFlat(axis: Axis): boolean {
    return runsWithPaper(this.frame, axis);
  }

  /** The lines already drawn through a point that another line would cross there squarely enough, squarest first. */
  crossingLines(name: string, line: HLine): { line: SpaceLine; angleRad: number }[] {
    const at = this.at(name);
    const crossing: { line: SpaceLine; angleRad: number }[] = [];
    for (const l of this.#lines) {
      if (!this.#liesOn(at, l)) continue;
      const angleRad = angleBetweenRad(line, l.onPaper);
      if (angleRad > SAME_LINE_RAD) crossing.push({ line: l, angleRad });
    }
    return crossing.sort((a, b) => b.angleRad - a.angleRad);
  }

  #mark(name: string, rule: PointRule): void {
    this.d.mark({
      name,
      called: this.call(name),
      rule,
      at: this.onPaper(name),
      also: this.#namesakes(name),
    });
    this.#find(name);
  }

  #rule(name: string, from: string, to: string, rule: LineRule, options: RuleOptions): void {
    const line = this.#spaceLine(name, from, to);
    const finds: { name: string; called: string; rule: PointRule }[] = [];
    for (const [point, at] of this.#truth) {
      if (this.#found.has(point) || finds.some((f) => f.name === point) || !this.#liesOn(at, line)) continue;
      const crossing = this.crossingLines(point, line.onPaper)[0];
      const rule = crossing
        ? ({ kind: "crossing", lines: [line.id, crossing.line.id] } as const)
        : point === to && options.measured
          ? this.#measured(from, to, line.id)
          : null;
      if (!rule) continue;
      finds.push({ name: point, called: this.call(point), rule });
      for (const same of this.#namesakes(point))
        if (!finds.some((f) => f.name === same.name))
          finds.push({ ...same, rule: { kind: "same", as: this.id(point) } });
    }
    for (const f of finds) this.#found.set(f.name, this.at(f.name));
    this.#lines.push(line);
    this.d.rule({
      name,
      called: options.called ?? `edge ${name.replaceAll("-", " ")}`,
      rule,
      stroke: this.#stroke(from, to, rule, options),
      finds,
    });
  }

  #find(name: string): void {
    this.#found.set(name, this.at(name));
    for (const same of this.#namesakes(name)) this.#found.set(same.name, this.at(same.name));
  }

  /** Other names, not found yet, of the same place in space. */
  #namesakes(name: string): { name: string; called: string }[] {
    const at = this.at(name);
    const near = ON_LINE * sizeOf(at);
    const same: { name: string; called: string }[] = [];
    for (const [other, p] of this.#truth) {
      const apart = Math.abs(p[0] - at[0]) + Math.abs(p[1] - at[1]) + Math.abs(p[2] - at[2]);
      if (apart < near && other !== name && !this.#found.has(other))
        same.push({ name: other, called: this.call(other) });
    }
    return same;
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

  #spaceLine(name: string, from: string, to: string): SpaceLine {
    const [a, b] = [this.at(from), this.at(to)];
    return {
      id: this.id(name),
      through: a,
      direction: unit(minus(b, a)),
      onPaper: join(worldToPaper(this.view.camera, a), worldToPaper(this.view.camera, b)),
    };
  }

  /** Whether a named point lies on a line. */
  liesOn(name: string, line: SpaceLine): boolean {
    return this.#liesOn(this.at(name), line);
  }

  /** |(at − through) × direction| against the point's distance, without a vector made: asked for every pair. */
  #liesOn(at: Vec3, { through, direction }: SpaceLine): boolean {
    const [x, y, z] = [at[0] - through[0], at[1] - through[1], at[2] - through[2]];
    const a = y * direction[2] - z * direction[1];
    const b = z * direction[0] - x * direction[2];
    const c = x * direction[1] - y * direction[0];
    const size2 = at[0] * at[0] + at[1] * at[1] + at[2] * at[2];
    return a * a + b * b + c * c < ON_LINE * ON_LINE * size2;
  }
}

function splitName(name: string): [host: string | null, rest: string] {
  const slash = name.indexOf("/");
  return slash < 0 ? [null, name] : [name.slice(0, slash), name.slice(slash + 1)];
}
