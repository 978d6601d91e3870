import { invariant } from "../../ground/base/index.ts";
import {
  angleBetweenRad,
  findPaperPoint,
  type HLine,
  join,
  type PaperPoint,
} from "../../ground/geometry/index.ts";
import { type Aim, along as alongAxis } from "../drafter/index.ts";
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

interface DrawingOptions {
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

interface Named {
  readonly name: string;
  readonly at: Vec3;
}

/** A line already there and the angle at which another crosses it. */
export interface Crossing {
  readonly line: SpaceLine;
  readonly angleRad: number;
}

/** What one object's drawing has found so far; others that lean on it go on from there. */
export interface FoundSoFar {
  readonly points: ReadonlyMap<string, Vec3>;
  readonly lines: readonly SpaceLine[];
  readonly solid: Solid;
}

/** Two lines flatter than this to each other cross nowhere a pencil could mark; as in evaluation. */
const SAME_LINE_RAD = (0.01 * Math.PI) / 180;
/** A point this near a line in space, as a share of its distance from the eye, lies on it: far above rounding. */
const ON_LINE = 1e-9;

/** The object on the page, and how it is drawn. */
export interface Subject {
  readonly objectId: string;
  readonly view: View;
  readonly frame: Frame;
  readonly options: DrawingOptions;
  readonly built: Built;
  /** Corners that lie behind what was finished before: nothing is marked there if it can be helped. */
  readonly covered?: readonly string[];
  /** What has been found of another object, or null when it is not drawn yet. */
  readonly foundOf: (objectId: string) => FoundSoFar | null;
}

const NONE: readonly never[] = [];

export type Knowledge = ReturnType<typeof knowledgeOf>;

/**
 * What is known of one object while it is drawn: where every named point truly is, which of them ruler and pencil have
 * found, and which lines are there. Names of another object's points are "object/name".
 */
export function knowledgeOf({ objectId, view, frame, options, built, covered = NONE, foundOf }: Subject) {
  const points = new Map<string, Vec3>();
  const lines: SpaceLine[] = [];
  const truth = new Map<string, Vec3>();
  for (const [name, place] of Object.entries(built.solid.corners)) truth.set(name, place);
  for (const [name, place] of Object.entries(built.points)) truth.set(name, place);
  /** The same as a list: gone through for every line, and a map makes a pair of each of its entries then. */
  const places: readonly Named[] = Array.from(truth, ([name, at]) => ({ name, at }));
  /** What the hand keeps to: only points and lines whose names begin so are met. */
  let part: readonly string[] | null = null;
  /** Where named points lie on paper: asked for again and again while a thing is drawn. */
  const laid = new Map<string, PaperPoint>();

  function isFound(name: string): boolean {
    if (points.has(name)) return true;
    const [host, rest] = splitName(name);
    return host !== null && (foundOf(host)?.points.has(rest) ?? false);
  }

  /** Whether a corner lies behind something finished. */
  function isCovered(name: string): boolean {
    return covered.includes(name);
  }

  /** Whether a point of that name belongs to the construction at all. */
  function knows(name: string): boolean {
    return truth.has(name) || isFound(name);
  }

  /** Where a named point truly is. */
  function at(name: string): Vec3 {
    const own = truth.get(name);
    if (own) return own;
    const [host, rest] = splitName(name);
    const other = host === null ? undefined : foundOf(host)?.points.get(rest);
    invariant(other, `"${objectId}" knows no point "${name}"`);
    return other;
  }

  function onPaper(name: string): PaperPoint {
    const had = laid.get(name);
    if (had) return had;
    const p = findPaperPoint(worldToPaper(view.camera, at(name)));
    invariant(p, `"${name}" of "${objectId}" does not lie in front of the eye`);
    laid.set(name, p);
    return p;
  }

  function call(name: string): string {
    return built.called?.[name] ?? callPoint(name);
  }

  /** Takes the lines and points of another object as there: what leans on it goes on from them. */
  function goesOnFrom(hostId: string): void {
    for (const line of foundOf(hostId)?.lines ?? []) lines.push(line);
  }

  /** The points of another object that have been found. */
  function foundPointsOf(objectId: string): ReadonlyMap<string, Vec3> {
    return foundOf(objectId)?.points ?? new Map();
  }

  /** The solid of another object that has been drawn before. */
  function solidOf(objectId: string): Solid | null {
    return foundOf(objectId)?.solid ?? null;
  }

  function lineOf(name: string): HLine {
    const line = lines.find((l) => l.id === id(name));
    invariant(line, `"${objectId}" has drawn no line "${name}"`);
    return line.onPaper;
  }

  /** Whether a point lies on a line the hand has already drawn, and could be found by another line crossing it. */
  function lineThrough(name: string): SpaceLine | undefined {
    return lines.find((line) => liesAt(at(name), line));
  }

  function id(name: string): string {
    return name.includes("/") ? name : `${objectId}/${name}`;
  }

  function along(axis: Axis): Aim {
    return alongAxis(frame.id, axis);
  }

  function isFlat(axis: Axis): boolean {
    return runsWithPaper(frame, axis);
  }

  /**
   * Keeps to one part of a thing, by how the names of its points and lines begin: what lies in line with it in another part
   * is not met. Null for all of the thing.
   */
  function keepTo(names: readonly string[] | null): void {
    part = names;
  }

  /** Whether a point or line, by its name on the page, belongs to the part that is kept to. */
  function isOfPart(name: string): boolean {
    return part === null || part.some((begins) => name.startsWith(begins));
  }

  /** Of the lines already drawn through a point the one that another line would cross there most squarely. */
  function squarestCrossing(name: string, line: HLine): Crossing | null {
    const place = at(name);
    let best: SpaceLine | null = null;
    let bestRad = SAME_LINE_RAD;
    for (const l of lines) {
      if (!liesAt(place, l) || !isOfPart(l.id.slice(objectId.length + 1))) continue;
      const angleRad = angleBetweenRad(line, l.onPaper);
      if (angleRad <= bestRad) continue;
      best = l;
      bestRad = angleRad;
    }
    return best && { line: best, angleRad: bestRad };
  }

  function find(name: string): void {
    points.set(name, at(name));
    for (const same of namesakes(name)) points.set(same.name, at(same.name));
  }

  /** Other names, not found yet, of the same place in space. */
  function namesakes(name: string): readonly { name: string; called: string }[] {
    const place = at(name);
    const near = ON_LINE * sizeOf(place);
    let same: { name: string; called: string }[] | null = null;
    for (const { name: other, at: p } of places) {
      const apart = Math.abs(p[0] - place[0]) + Math.abs(p[1] - place[1]) + Math.abs(p[2] - place[2]);
      if (!(apart < near) || other === name || points.has(other)) continue;
      same ??= [];
      same.push({ name: other, called: call(other) });
    }
    return same ?? NONE;
  }

  function spaceLine(name: string, from: string, to: string): SpaceLine {
    const [a, b] = [at(from), at(to)];
    return {
      id: id(name),
      through: a,
      direction: unit(minus(b, a)),
      onPaper: join(worldToPaper(view.camera, a), worldToPaper(view.camera, b)),
    };
  }

  /** A line from a named point along a direction of space, to its vanishing point. */
  function spaceLineAlong(name: string, from: string, direction: Vec3): SpaceLine {
    const a = at(from);
    const onPaper = join(worldToPaper(view.camera, a), worldToPaper(view.camera, direction));
    return { id: id(name), through: a, direction: unit(direction), onPaper };
  }

  /** Whether a named point lies on a line. */
  function liesOn(name: string, line: SpaceLine): boolean {
    return liesAt(at(name), line);
  }

  /** |(at − through) × direction| against the point's distance, without a vector made: asked for every pair. */
  function liesAt(at: Vec3, { through, direction }: SpaceLine): boolean {
    const [x, y, z] = [at[0] - through[0], at[1] - through[1], at[2] - through[2]];
    const a = y * direction[2] - z * direction[1];
    const b = z * direction[0] - x * direction[2];
    const c = x * direction[1] - y * direction[0];
    const size2 = at[0] * at[0] + at[1] * at[1] + at[2] * at[2];
    return a * a + b * b + c * c < ON_LINE * ON_LINE * size2;
  }

  /** Counts a line as drawn. */
  function keepLine(line: SpaceLine): void {
    lines.push(line);
  }

  /** Counts a point as found that lies where it is said to, beside those of the construction. */
  function keepPoint(name: string, at: Vec3): void {
    points.set(name, at);
  }

  return {
    objectId,
    view,
    frame,
    options,
    /** Every named point, with where it truly is. */
    places,
    /** What is found so far; grows while the thing is drawn. */
    found: { points, lines, solid: built.solid } as FoundSoFar,
    isFound,
    knows,
    at,
    isCovered,
    onPaper,
    call,
    goesOnFrom,
    foundPointsOf,
    solidOf,
    lineOf,
    lineThrough,
    keepTo,
    isOfPart,
    id,
    along,
    isFlat,
    squarestCrossing,
    find,
    namesakes,
    spaceLine,
    spaceLineAlong,
    liesOn,
    liesAt,
    keepLine,
    keepPoint,
  };
}

function splitName(name: string): [host: string | null, rest: string] {
  const slash = name.indexOf("/");
  return slash < 0 ? [null, name] : [name.slice(0, slash), name.slice(slash + 1)];
}
