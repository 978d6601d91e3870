import { invariant } from "../../ground/base/index.ts";
import { angleBetweenRad, type HLine } from "../../ground/geometry/index.ts";
import type { Solid } from "../solids/index.ts";
import { sizeOf, type Vec3 } from "../view/index.ts";
import { liesAt, ON_LINE, type Places, splitName } from "./places.ts";
import type { Crossing, FoundSoFar, SpaceLine, Subject } from "./subject.ts";

/** Two lines flatter than this to each other cross nowhere a pencil could mark; as in evaluation. */
const SAME_LINE_RAD = (0.01 * Math.PI) / 180;
const NONE: readonly never[] = [];

/** What ruler and pencil have found of an object so far, and the lines that are there. It grows while the thing is drawn. */
export function foundOn({ objectId, built, foundOf }: Subject, where: Places) {
  const points = new Map<string, Vec3>();
  const lines: SpaceLine[] = [];
  /** What the hand keeps to: only points and lines whose names begin so are met. */
  let part: readonly string[] | null = null;

  function isFound(name: string): boolean {
    if (points.has(name)) return true;
    const [host, rest] = splitName(name);
    return host !== null && (foundOf(host)?.points.has(rest) ?? false);
  }

  /** Whether a point of that name belongs to the construction at all. */
  function knows(name: string): boolean {
    return where.hasOwn(name) || isFound(name);
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
    const line = lines.find((l) => l.id === where.id(name));
    invariant(line, `"${objectId}" has drawn no line "${name}"`);
    return line.onPaper;
  }

  /** Whether a point lies on a line the hand has already drawn, and could be found by another line crossing it. */
  function lineThrough(name: string): SpaceLine | undefined {
    return lines.find((line) => liesAt(where.at(name), line));
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
    const place = where.at(name);
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
    points.set(name, where.at(name));
    for (const same of namesakes(name)) points.set(same.name, where.at(same.name));
  }

  /** Other names, not found yet, of the same place in space. */
  function namesakes(name: string): readonly { name: string; called: string }[] {
    const place = where.at(name);
    const near = ON_LINE * sizeOf(place);
    let same: { name: string; called: string }[] | null = null;
    for (const { name: other, at: p } of where.places) {
      const apart = Math.abs(p[0] - place[0]) + Math.abs(p[1] - place[1]) + Math.abs(p[2] - place[2]);
      if (!(apart < near) || other === name || points.has(other)) continue;
      same ??= [];
      same.push({ name: other, called: where.call(other) });
    }
    return same ?? NONE;
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
    /** What is found so far; grows while the thing is drawn. */
    found: { points, lines, solid: built.solid } as FoundSoFar,
    isFound,
    knows,
    goesOnFrom,
    foundPointsOf,
    solidOf,
    lineOf,
    lineThrough,
    keepTo,
    isOfPart,
    squarestCrossing,
    find,
    namesakes,
    keepLine,
    keepPoint,
  };
}
