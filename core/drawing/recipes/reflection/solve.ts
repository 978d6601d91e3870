import { type Built, FLAT } from "../../page/index.ts";
import { assemble, cornerAt, type Edge, type Face, type Solid } from "../../solids/index.ts";
import { add, dot, type Vec3 } from "../../view/index.ts";
import { groundAt } from "../ground-strip.ts";
import { hostMissing } from "../host-missing.ts";
import type { SolveContext } from "../solve-context.ts";
import type { ReflectionSlice } from "./shape.ts";

/** A thing that is mirrored, and what the names of its points begin with in the reflection. */
export interface Mirrored {
  readonly objectId: string;
  readonly prefix: string;
}

/** What is mirrored, the first thing without a prefix. */
export function mirroredThings({ of, alsoOf }: ReflectionSlice): readonly Mirrored[] {
  return [of, ...(alsoOf ?? [])].map((objectId, i) => ({
    objectId,
    prefix: i === 0 ? "" : `thing-${i + 1}`,
  }));
}

/** The name of a thing's own point, as the page knows it, by its name in the reflection. */
export function hostPoint(things: readonly Mirrored[], name: string): string {
  const thing = things.find(({ prefix }) => prefix !== "" && name.startsWith(`${prefix}-`)) ?? things[0];
  if (!thing) return name;
  return `${thing.objectId}/${thing.prefix === "" ? name : name.slice(thing.prefix.length + 1)}`;
}

export function solveReflection(slice: ReflectionSlice, context: SolveContext): Built {
  const { view } = context;
  const standing = mirroredThings(slice).flatMap(({ objectId, prefix }) => {
    const host = context.hostOf(objectId);
    const empty =
      !host || (Object.keys(host.solid.corners).length === 0 && Object.keys(host.points).length === 0);
    return empty ? [] : [{ host, prefix }];
  });
  if (standing.length === 0) return hostMissing(slice, { object: slice.of }, context.hostOf(slice.of));
  // The drop as it measures at the sheet's lower edge, where paper and truth agree.
  const edge = groundAt(view, view.camera.principal.xMm, view.sheet.heightMm);
  const drop = (slice.handles.dropMm * edge[2]) / view.camera.distanceMm;
  const offset = view.ground.offsetMm + drop;
  const down = view.ground.normal;
  const mirror = (p: Vec3): Vec3 => add(p, down, 2 * (offset - dot(down, p)));
  const toWater = (p: Vec3): Vec3 => add(p, down, offset - dot(down, p));
  const whole = assemble(standing.map(({ host, prefix }) => ({ prefix, solid: standingSolid(host) })));
  // A row of lines hides nothing: what is solid among the others still does.
  const opaque = standing.some(({ host }) => host.solid.opaque);
  const convex = standing.length === 1 && (standing[0]?.host.solid.convex ?? false);
  const solid = { ...mirroredSolid(whole, mirror, down), opaque, convex };
  const points: Record<string, Vec3> = {};
  for (const name of Object.keys(solid.corners)) points[`water-${name}`] = toWater(cornerAt(whole, name));
  const shoreMm = view.sheet.heightMm - slice.handles.shoreFromBottomMm;
  if (slice.shore && shoreMm > view.horizonMm && slice.handles.shoreFromBottomMm > 0) {
    points["shore-left"] = groundAt(view, 0, shoreMm);
    points["shore-right"] = groundAt(view, view.sheet.widthMm, shoreMm);
  }
  return {
    solid,
    block: null,
    points,
    called: callMirrored(Object.keys(solid.corners)),
    tie: { kind: "mirror" },
    sticks: standing.flatMap(({ host, prefix }) =>
      (host.sticks ?? []).map((stick) => ({
        ...stick,
        name: prefix === "" ? stick.name : `${prefix}-${stick.name}`,
        ...(stick.crown ? { crown: stick.crown.map(mirror) } : {}),
      })),
    ),
    findings: missing(slice, context),
  };
}

/** A solid with all that is mirrored of a thing: its own faces and edges, and its posts or trunks as uprights. */
function standingSolid(host: Built): Solid {
  if (!host.sticks) return host.solid;
  const corners: Record<string, Vec3> = { ...host.solid.corners };
  const edges = host.sticks.flatMap(({ name, from, to }): Edge[] => {
    const [a, b] = [host.points[from], host.points[to]];
    if (!a || !b) return [];
    corners[from] = a;
    corners[to] = b;
    return [{ id: `upright-${name}`, axis: "height", from, to, faces: [] }];
  });
  return { ...host.solid, corners, edges };
}

function mirroredSolid(solid: Solid, mirror: (p: Vec3) => Vec3, down: Vec3): Solid {
  const corners = Object.fromEntries(Object.entries(solid.corners).map(([name, p]) => [name, mirror(p)]));
  const faces = solid.faces.map(
    (f): Face => ({
      ...f,
      normal: add(f.normal, down, -2 * dot(f.normal, down)),
      corners: [...f.corners].reverse(),
    }),
  );
  const edges = solid.edges.map((e) => {
    if (!e.arc) return e;
    const zero = mirror([0, 0, 0]);
    const turn = (u: Vec3): Vec3 => {
      const m = mirror(u);
      return [m[0] - zero[0], m[1] - zero[1], m[2] - zero[2]];
    };
    return {
      ...e,
      arc: { ...e.arc, centre: mirror(e.arc.centre), across: turn(e.arc.across), up: turn(e.arc.up) },
    };
  });
  return { ...FLAT, corners, faces, edges };
}

/** Things that are to be mirrored and are not there: the others are mirrored all the same. */
function missing(slice: ReflectionSlice, { hostOf }: SolveContext): Built["findings"] {
  return mirroredThings(slice).flatMap(({ objectId }) =>
    hostOf(objectId)
      ? []
      : [
          {
            code: "no-host",
            severity: "warning" as const,
            about: slice.id,
            message: `The ${slice.label} mirrors "${objectId}" too, which is not in the lesson or leans on it in turn. It is left out until then.`,
            numbers: {},
          },
        ],
  );
}

function callMirrored(corners: readonly string[]): Record<string, string> {
  const called: Record<string, string> = {
    "shore-left": "mark of the shore on the left edge",
    "shore-right": "mark of the shore on the right edge",
  };
  for (const name of corners) {
    called[name] = `mirrored ${name.replaceAll("-", " ")}`;
    called[`water-${name}`] = `water's level below the ${name.replaceAll("-", " ")}`;
  }
  return called;
}
