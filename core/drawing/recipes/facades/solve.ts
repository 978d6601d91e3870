import { findPaperPoint, type HLine, join, meet, type PaperPoint } from "../../../ground/geometry/index.ts";
import { type Built, FLAT } from "../../page/index.ts";
import { type Face, type Solid, towardEye } from "../../solids/index.ts";
import {
  add,
  cross,
  dot,
  minus,
  paperToWorld,
  scaled,
  seenAt,
  type Vec3,
  type View,
  worldToPaper,
} from "../../view/index.ts";
import { groundAt } from "../ground-strip.ts";
import { hostMissing, notBuilt } from "../host-missing.ts";
import { rayOn } from "../rays/starts.ts";
import type { SolveContext } from "../solve-context.ts";
import type { FacadesSlice } from "./shape.ts";

/** The names of the two rays on the strips they belong to; null for one that is not there. */
export function raysOf(
  slice: FacadesSlice,
  host: Pick<Built, "points">,
): { low: string | null; high: string | null } {
  const { side, low, high } = slice;
  return { low: rayOn(host.points, side, "below", low), high: rayOn(host.points, side, "above", high) };
}

export function solveFacades(slice: FacadesSlice, context: SolveContext): Built {
  const { view, frame, hostOf } = context;
  const host = hostOf(slice.of);
  if (!host || Object.keys(host.points).length === 0) return hostMissing(slice, { object: slice.of }, host);
  const rays = raysOf(slice, host);
  const [low, high] = [rays.low, rays.high].map((name) => (name ? startOf(view, host, name) : null));
  const go = frame.axes.depth;
  const vp = worldToPaper(view.camera, go);
  const at = findPaperPoint(vp);
  if (!low || !high || !at) return noRays(slice, rays);
  const on = (p: PaperPoint, share: number) => ({
    xMm: p.xMm + (at.xMm - p.xMm) * share,
    yMm: p.yMm + (at.yMm - p.yMm) * share,
  });
  const ground = (share: number) => {
    const p = on(low, share);
    return groundAt(view, p.xMm, p.yMm);
  };
  const [first, last] = [ground(slice.between.from), ground(slice.between.to)];
  const upper: HLine = join(
    worldToPaper(view.camera, paperToWorld(view.camera, high, view.camera.distanceMm)),
    vp,
  );
  const points: Record<string, Vec3> = {};
  for (let i = 0; i <= slice.count; i++) {
    const foot = add(first, minus(last, first), i / slice.count);
    const top = raised(view, foot, frame.axes.height, go, upper);
    if (!top || !(top[2] > 0)) return noRays(slice, rays);
    points[`foot-${i}`] = foot;
    points[`top-${i}`] = top;
  }
  const point = (name: string): Vec3 => points[name] ?? first;
  for (let i = 1; i <= slice.count && slice.gable > 0; i++) {
    const [a, b, c, d] = [`foot-${i - 1}`, `foot-${i}`, `top-${i}`, `top-${i - 1}`].map(point) as [
      Vec3,
      Vec3,
      Vec3,
      Vec3,
    ];
    points[`centre-${i}`] = scaled(add(a, c), 0.5);
    const eave = scaled(add(c, d), 0.5);
    points[`peak-${i}`] = add(eave, minus(eave, scaled(add(a, b), 0.5)), slice.gable);
  }
  return {
    solid: frontsSolid(slice, points),
    block: null,
    points,
    called: callFronts(slice),
    tie: { kind: "ground" },
    findings: [],
  };
}

function startOf(view: View, host: Built, name: string): PaperPoint | null {
  const at = host.points[name];
  return at ? seenAt(view.camera, at) : null;
}

/** The point straight above a foot that is seen on a ray: on the upright plane along which the fronts stand. */
function raised(view: View, foot: Vec3, up: Vec3, go: Vec3, ray: HLine): Vec3 | null {
  const upright = join(worldToPaper(view.camera, foot), worldToPaper(view.camera, up));
  const seen = findPaperPoint(meet(upright, ray));
  if (!seen) return null;
  const normal = cross(go, up);
  const sight = paperToWorld(view.camera, seen, 1);
  const z = dot(normal, foot) / dot(normal, sight);
  return z > 0 && Number.isFinite(z) ? scaled(sight, z) : null;
}

/** Every front with its gable as one face that hides what stands behind. */
function frontsSolid({ count, gable }: FacadesSlice, points: Readonly<Record<string, Vec3>>): Solid {
  const faces = Array.from({ length: count }, (_, k): Face => {
    const i = k + 1;
    const corners = [
      `foot-${i - 1}`,
      `foot-${i}`,
      `top-${i}`,
      ...(gable > 0 ? [`peak-${i}`] : []),
      `top-${i - 1}`,
    ];
    const ring = corners.flatMap((name) => {
      const at = points[name];
      return at ? [at] : [];
    });
    return { id: `front-${i}`, corners, holes: [], normal: towardEye(ring) };
  });
  const corners = Object.fromEntries(Object.entries(points).filter(([name]) => !name.startsWith("centre")));
  return { ...FLAT, corners, faces, opaque: true, convex: true };
}

function noRays(slice: FacadesSlice, { low, high }: ReturnType<typeof raysOf>): Built {
  const missing =
    low === null
      ? `ray ${slice.low} on the ${slice.side} below the horizon`
      : high === null
        ? `ray ${slice.high} above the horizon`
        : "a stretch in front of the eye between the two rays";
  return notBuilt(
    slice,
    "no-ray",
    `The ${slice.label} need ${missing}, which "${slice.of}" has not. They are kept and not drawn until then.`,
  );
}

function callFronts({ count }: FacadesSlice): Record<string, string> {
  const called: Record<string, string> = {};
  for (let i = 0; i <= count; i++) {
    called[`foot-${i}`] = `foot of upright ${i + 1}`;
    called[`top-${i}`] = `top of upright ${i + 1}`;
    called[`centre-${i}`] = `crossing of the diagonals of front ${i}`;
    called[`peak-${i}`] = `peak of front ${i}`;
  }
  return called;
}
