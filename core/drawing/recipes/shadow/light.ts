import { add, dot, minus, paperToWorld, scaled, unit, type Vec3, type View } from "../../view/index.ts";
import type { ShadowSlice } from "./shape.ts";

/** Direction in which light travels: away from a sun before us, toward the point it shines at from behind us. */
export function lightDirection(slice: ShadowSlice, view: View): Vec3 {
  const { sunFromLeftMm: xMm, sunFromTopMm: yMm } = slice.handles;
  const toward = unit(paperToWorld(view.camera, { xMm, yMm }, view.camera.distanceMm));
  return yMm < view.horizonMm ? scaled(toward, -1) : toward;
}

/** The shadows' vanishing point: on the horizon, on the join of the sun's point with the uprights' vanishing point. */
export function sunFoot(light: Vec3, view: View): Vec3 {
  const along = minus(light, scaled(view.ground.normal, dot(light, view.ground.normal)));
  const away = along[2] < 0 ? scaled(along, -1) : along;
  return scaled(away, view.camera.distanceMm / away[2]);
}

/** A plane that light falls on: points X with normal·X = offset. */
export interface LitPlane {
  readonly normal: Vec3;
  readonly offset: number;
}

/** Where the light carries a point to on a plane; null where it would have to travel back, or behind the eye. */
export function thrownOn(p: Vec3, light: Vec3, { normal, offset }: LitPlane, slack = 0): Vec3 | null {
  const t = (offset - dot(normal, p)) / dot(normal, light);
  const at = add(p, light, t);
  if (!(t > -slack && at[2] > 0)) return null;
  return t < 1e-9 * p[2] && slack > 0 ? p : at;
}

/** The point of a plane seen at a paper point. */
export function onPlane(view: View, p: { xMm: number; yMm: number }, { normal, offset }: LitPlane): Vec3 {
  const ray = paperToWorld(view.camera, p, 1);
  return scaled(ray, offset / dot(normal, ray));
}
