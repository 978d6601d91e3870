import { invariant } from "../base/index.ts";
import { type Aim, along, type Drafter } from "../drafter/index.ts";
import { angleBetweenRad, findPaperPoint, type HLine, join, type PaperPoint } from "../geometry/index.ts";
import type { Solid } from "../solids/index.ts";
import {
  type Axis,
  type Frame,
  minus,
  runsWithPaper,
  sizeOf,
  unit,
  type Vec3,
  type View,
  worldToPaper,
} from "../view/index.ts";
import type { Built } from "./built.ts";
import { callPoint } from "./call-point.ts";

export interface DrawingOptions {
  readonly guides: "to-vp" | "part-way";
  /** Which guide carries the depth mark: 0, or left out, is the one from which most back edges start. */
  readonly depthMark?: number;
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

/**
 * What is known of one object while it is drawn: where every named point truly is, which of them ruler and pencil have
 * found, and which lines are there. Names of another object's points are "object/name".
 */
export class PageKnowledge {
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

  /** The solid of another object that has been drawn before. */
  solidOf(objectId: string): Solid | null {
    return this.foundOf(objectId)?.solid ?? null;
  }

  lineOf(name: string): HLine {
    const line = this.#lines.find((l) => l.id === this.id(name));
    invariant(line, `"${this.objectId}" has drawn no line "${name}"`);
    return line.onPaper;
  }

  /** Whether a point lies on a line the hand has already drawn, and could be found by another line crossing it. */
  lineThrough(name: string): SpaceLine | undefined {
    return this.#lines.find((line) => this.liesAt(this.at(name), line));
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
      if (!this.liesAt(at, l)) continue;
      const angleRad = angleBetweenRad(line, l.onPaper);
      if (angleRad > SAME_LINE_RAD) crossing.push({ line: l, angleRad });
    }
    return crossing.sort((a, b) => b.angleRad - a.angleRad);
  }

  protected find(name: string): void {
    this.#found.set(name, this.at(name));
    for (const same of this.namesakes(name)) this.#found.set(same.name, this.at(same.name));
  }

  /** Other names, not found yet, of the same place in space. */
  protected namesakes(name: string): { name: string; called: string }[] {
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

  protected spaceLine(name: string, from: string, to: string): SpaceLine {
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
    return this.liesAt(this.at(name), line);
  }

  /** |(at − through) × direction| against the point's distance, without a vector made: asked for every pair. */
  protected liesAt(at: Vec3, { through, direction }: SpaceLine): boolean {
    const [x, y, z] = [at[0] - through[0], at[1] - through[1], at[2] - through[2]];
    const a = y * direction[2] - z * direction[1];
    const b = z * direction[0] - x * direction[2];
    const c = x * direction[1] - y * direction[0];
    const size2 = at[0] * at[0] + at[1] * at[1] + at[2] * at[2];
    return a * a + b * b + c * c < ON_LINE * ON_LINE * size2;
  }

  /** Every named point, with where it truly is. */
  protected get truth(): ReadonlyMap<string, Vec3> {
    return this.#truth;
  }

  /** Counts a line as drawn. */
  protected keepLine(line: SpaceLine): void {
    this.#lines.push(line);
  }

  /** Counts a point as found that lies where it is said to, beside those of the construction. */
  protected keepPoint(name: string, at: Vec3): void {
    this.#found.set(name, at);
  }
}

function splitName(name: string): [host: string | null, rest: string] {
  const slash = name.indexOf("/");
  return slash < 0 ? [null, name] : [name.slice(0, slash), name.slice(slash + 1)];
}
