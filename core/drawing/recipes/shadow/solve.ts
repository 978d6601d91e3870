import type { Finding } from "../../../ground/base/index.ts";
import {
  areaMm2,
  findPaperPoint,
  inBoth,
  insideRegion,
  type PaperPoint,
  pointOn,
  together,
} from "../../../ground/geometry/index.ts";
import { type Built, FLAT, type Patch } from "../../page/index.ts";
import { cornerAt, findFaceOnPaper } from "../../solids/index.ts";
import { add, dot, paperToWorld, type Vec3, type View, worldToPaper } from "../../view/index.ts";
import { hostMissing } from "../host-missing.ts";
import type { SolveContext } from "../solve-context.ts";
import { arcsThrown, withCurves } from "./curves.ts";
import { type LitPlane, lightDirection, onPlane, sunFoot, thrownOn } from "./light.ts";
import { outlineOf, type ShadowOutline } from "./outline-of.ts";
import type { ShadowSlice } from "./shape.ts";

/** What throws a shadow: flat pieces by the names of their corners, and what stands thin. */
interface Caster {
  readonly places: Readonly<Record<string, Vec3>>;
  readonly pieces: readonly (readonly (readonly string[])[])[];
  readonly sticks: NonNullable<Built["sticks"]>;
  /** All of it throws one convex patch. */
  readonly convex: boolean;
}

export function solveShadow(slice: ShadowSlice, context: SolveContext): Built {
  const host = context.hostOf(slice.of);
  const caster = host && casterOf(host);
  if (!host || !caster || (caster.pieces.length === 0 && caster.sticks.length === 0))
    return hostMissing(slice, { object: slice.of }, host);
  const { view } = context;
  const light = lightDirection(slice, view);
  const ground: LitPlane = { normal: view.ground.normal, offset: view.ground.offsetMm };
  const slack = 1e-6 * view.camera.distanceMm;
  const thrown: Record<string, Vec3> = {};
  let reaches = dot(ground.normal, light) > 1e-6;
  for (const [name, p] of Object.entries(caster.places)) {
    const at = reaches ? thrownOn(p, light, ground, slack) : null;
    if (at) thrown[`shadow-${name}`] = at;
    else reaches = false;
  }
  if (!reaches) return nothing([unreached(slice)]);
  const onGround = outlineOnGround(view, caster, thrown);
  const points: Record<string, Vec3> = { ...thrown };
  for (const [name, p] of Object.entries(onGround.knots)) points[name] = onPlane(view, p, ground);
  const outline = withCurves(onGround, points, arcsThrown(host.solid, light, ground));
  for (const [name, p] of Object.entries(caster.places))
    if (!name.includes("~"))
      points[`foot-${name}`] = add(p, ground.normal, ground.offset - dot(ground.normal, p));
  const { sunFromLeftMm: xMm, sunFromTopMm: yMm } = slice.handles;
  points.sun = paperToWorld(view.camera, { xMm, yMm }, view.camera.distanceMm);
  points["sun-foot"] = sunFoot(light, view);
  const walls = wallsBeside(slice, context, light);
  const sticksOnWalls = walls.flatMap((wall) => sticksOn(wall, caster, light, view));
  for (const { name, ends } of sticksOnWalls)
    for (const [i, end] of ends.entries()) points[`${name}-${i === 0 ? "low" : "high"}`] = end;
  return {
    ...nothing([]),
    points,
    shadow: {
      ...outline,
      sticks: caster.sticks.map(({ name, from, to }) => ({ name, from, to })),
      crowns: caster.sticks.flatMap(({ name, crown }) => {
        const ring = (crown ?? []).flatMap((p): Vec3[] => {
          const at = thrownOn(p, light, ground, slack);
          return at ? [at] : [];
        });
        return crown && ring.length === crown.length ? [{ name, ring }] : [];
      }),
      onWalls: sticksOnWalls.map(({ name, on }) => ({ name, on })),
    },
    patches: walls.flatMap((wall) => patchOn(wall, caster, light, view) ?? []),
  };
}

function nothing(findings: readonly Finding[]): Built {
  return {
    solid: { ...FLAT, corners: {} },
    block: null,
    points: {},
    called: { sun: "sun", "sun-foot": "foot of the sun on the horizon" },
    tie: { kind: "ground" },
    findings,
  };
}

function unreached(slice: ShadowSlice): Finding {
  return {
    code: "no-shadow",
    severity: "fault",
    about: slice.id,
    message: `The ${slice.label} cannot fall on the ground: with the sun there, the light runs level or upward, or the shadow comes toward us past the sheet. Put the sun higher.`,
    numbers: {},
  };
}

/** The faces of a thing as the pieces that throw its shadow; of trees the trunks, whose crowns are drawn freely. */
function casterOf({ solid, points, sticks = [] }: Built): Caster {
  const trees = sticks.some((s) => s.crown);
  const faces = trees ? [] : solid.faces;
  const thin = faces.length === 0 ? sticks : [];
  const names = faces.length === 0 ? thin.flatMap((s) => [s.from, s.to]) : Object.keys(solid.corners);
  const places: Record<string, Vec3> = {};
  // A round thing throws its facets' corners too, but a hand finds only those that have a name.
  for (const name of names) {
    const at = solid.corners[name] ?? points[name];
    if (at) places[name] = at;
  }
  const pieces = faces.map((f) => [f.corners, ...f.holes].map((ring) => ring.map((c) => `shadow-${c}`)));
  return { places, pieces, sticks: thin, convex: solid.convex && faces.length > 0 };
}

function outlineOnGround(view: View, caster: Caster, thrown: Readonly<Record<string, Vec3>>): ShadowOutline {
  const places = new Map(
    Object.entries(thrown).flatMap(([name, p]) => {
      const at = findPaperPoint(worldToPaper(view.camera, p));
      return at ? [[name, at] as const] : [];
    }),
  );
  if (!caster.convex) return outlineOf(caster.pieces, places);
  // A convex thing throws the ring round all its corners' shadows: no line crosses another.
  const ring = hullOf([...places].filter(([name]) => !name.includes("~")));
  const stretches = ring.map((from, i) => {
    const to = ring[(i + 1) % ring.length] ?? from;
    return { line: [from, to] as const, from, to };
  });
  return ring.length < 3 ? { rings: [], stretches: [], knots: {} } : { rings: [ring], stretches, knots: {} };
}

/** The names of the points on the outer ring on paper, in order round it (monotone chain: Andrew 1979, from memory). */
function hullOf(places: readonly (readonly [string, PaperPoint])[]): readonly string[] {
  const sorted = [...places].sort(([, a], [, b]) => a.xMm - b.xMm || a.yMm - b.yMm);
  const turn = (a: PaperPoint, b: PaperPoint, c: PaperPoint) =>
    (b.xMm - a.xMm) * (c.yMm - a.yMm) - (b.yMm - a.yMm) * (c.xMm - a.xMm);
  const chain = (list: typeof sorted) => {
    const out: (readonly [string, PaperPoint])[] = [];
    for (const p of list) {
      for (;;) {
        const [a, b] = [out[out.length - 2], out[out.length - 1]];
        if (!a || !b || turn(a[1], b[1], p[1]) > 1e-9) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...chain(sorted), ...chain([...sorted].reverse())].map(([name]) => name);
}

/** A face of another thing that is lit and turns to us. */
interface Wall {
  readonly objectId: string;
  readonly faceId: string;
  readonly plane: LitPlane;
  readonly region: readonly (readonly PaperPoint[])[];
}

function wallsBeside(
  slice: ShadowSlice,
  { view, hostOf, others }: SolveContext,
  light: Vec3,
): readonly Wall[] {
  return others
    .filter((id) => id !== slice.of)
    .flatMap((id): Wall[] => {
      const solid = hostOf(id)?.solid;
      if (!solid?.opaque) return [];
      return solid.faces.flatMap((face): Wall[] => {
        const through = cornerAt(solid, face.corners[0] ?? "");
        const faces = dot(face.normal, through) < 0 && dot(face.normal, light) < -1e-6;
        const region = faces ? findFaceOnPaper(view.camera, solid, face) : null;
        const plane = { normal: face.normal, offset: dot(face.normal, through) };
        return region ? [{ objectId: id, faceId: face.id, plane, region }] : [];
      });
    });
}

/** A patch smaller than a square of half a mm is not worth the pencil. */
const LEAST_PATCH_MM2 = 0.25;

/** Where the shadow climbs a face: its pieces carried along the light to it, clipped to the face. */
function patchOn(wall: Wall, caster: Caster, light: Vec3, view: View): Patch | null {
  const seen = (name: string): PaperPoint | null => {
    const p = caster.places[name.slice("shadow-".length)];
    const at = p ? thrownOn(p, light, wall.plane) : null;
    return at && findPaperPoint(worldToPaper(view.camera, at));
  };
  const regions = caster.pieces.flatMap((rings) => {
    const region = rings.map((ring) => ring.flatMap((name) => seen(name) ?? []));
    // A thing that stands in a face's own plane, or partly beyond it, throws nothing on it.
    return region.every((ring, i) => ring.length === rings[i]?.length) ? [region] : [];
  });
  const whole = caster.convex && regions.length < caster.pieces.length ? [] : regions;
  const on = inBoth(together(whole), wall.region);
  if (areaMm2(on) < LEAST_PATCH_MM2) return null;
  const rings = on.map((ring) => ring.map((p) => onPlane(view, p, wall.plane)));
  return { name: `on-${wall.objectId}-${wall.faceId}`, on: `${wall.objectId}/${wall.faceId}`, rings };
}

/** What stands thin throws a line on a face: its piece that lies on it. */
function sticksOn(
  wall: Wall,
  caster: Caster,
  light: Vec3,
  view: View,
): { name: string; on: string; ends: readonly [Vec3, Vec3] }[] {
  return caster.sticks.flatMap(({ name, from, to }) => {
    const [a, b] = [from, to].map((end) => {
      const p = caster.places[end];
      const at = p ? thrownOn(p, light, wall.plane) : null;
      return at && findPaperPoint(worldToPaper(view.camera, at));
    });
    if (!a || !b) return [];
    const line = { kind: "straight", from: a, to: b, qFrom: 0, qTo: 0 } as const;
    const [part] = insideRegion(a, b, wall.region);
    if (!part) return [];
    const ends = [part.from, part.to].map((t) => onPlane(view, pointOn(line, t), wall.plane));
    return [
      {
        name: `stick-${name}-on-${wall.objectId}-${wall.faceId}`,
        on: `${wall.objectId}/${wall.faceId}`,
        ends: ends as unknown as readonly [Vec3, Vec3],
      },
    ];
  });
}
