import { invariant } from "../../ground/base/index.ts";
import { findPaperPoint, join, type PaperPoint } from "../../ground/geometry/index.ts";
import { type Aim, along as alongAxis } from "../drafter/index.ts";
import { type Axis, minus, runsWithPaper, unit, type Vec3, worldToPaper } from "../view/index.ts";
import { callPoint } from "./call-point.ts";
import type { Named, SpaceLine, Subject } from "./subject.ts";

/** A point this near a line in space, as a share of its distance from the eye, lies on it: far above rounding. */
export const ON_LINE = 1e-9;

export type Places = ReturnType<typeof placesOf>;

/** Where every named point of an object truly is, in space and on paper. Names of another object's points are "object/name". */
export function placesOf({ objectId, view, frame, built, covered = [], foundOf }: Subject) {
  const truth = new Map<string, Vec3>();
  for (const [name, place] of Object.entries(built.solid.corners)) truth.set(name, place);
  for (const [name, place] of Object.entries(built.points)) truth.set(name, place);
  /** The same as a list: gone through for every line, and a map makes a pair of each of its entries then. */
  const places: readonly Named[] = Array.from(truth, ([name, at]) => ({ name, at }));
  /** Where named points lie on paper: asked for again and again while a thing is drawn. */
  const laid = new Map<string, PaperPoint>();

  /** Whether the construction itself has a point of that name. */
  function hasOwn(name: string): boolean {
    return truth.has(name);
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

  function id(name: string): string {
    return name.includes("/") ? name : `${objectId}/${name}`;
  }

  function along(axis: Axis): Aim {
    return alongAxis(frame.id, axis);
  }

  function isFlat(axis: Axis): boolean {
    return runsWithPaper(frame, axis);
  }

  /** Whether a corner lies behind something finished. */
  function isCovered(name: string): boolean {
    return covered.includes(name);
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

  return {
    places,
    hasOwn,
    at,
    onPaper,
    call,
    id,
    along,
    isFlat,
    isCovered,
    spaceLine,
    spaceLineAlong,
    liesOn,
  };
}

/** |(at − through) × direction| against the point's distance, without a vector made: asked for every pair. */
export function liesAt(at: Vec3, { through, direction }: SpaceLine): boolean {
  const [x, y, z] = [at[0] - through[0], at[1] - through[1], at[2] - through[2]];
  const a = y * direction[2] - z * direction[1];
  const b = z * direction[0] - x * direction[2];
  const c = x * direction[1] - y * direction[0];
  const size2 = at[0] * at[0] + at[1] * at[1] + at[2] * at[2];
  return a * a + b * b + c * c < ON_LINE * ON_LINE * size2;
}

/** "kiosk/ridge" as the object and its point; a point of one's own has no object. */
export function splitName(name: string): [host: string | null, rest: string] {
  const slash = name.indexOf("/");
  return slash < 0 ? [null, name] : [name.slice(0, slash), name.slice(slash + 1)];
}
