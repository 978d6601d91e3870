import { add, cross, dot, minus, paperToWorld, type Vec3, type View } from "../view/index.ts";

/**
 * The point of the ground, or of a level so much above it, seen at a paper point; where none is seen, the point on the paper
 * itself.
 */
export function groundAt(view: View, xMm: number, yMm: number, aboveMm = 0): Vec3 {
  const ray = paperToWorld(view.camera, { xMm, yMm }, 1);
  const fall = dot(view.ground.normal, ray);
  const offset = view.ground.offsetMm - aboveMm;
  const z = fall > 0 && offset > 0 ? offset / fall : view.camera.distanceMm;
  return paperToWorld(view.camera, { xMm, yMm }, z);
}

/**
 * Where the line from `from` along `direction` meets the plane that holds the eye, the paper's level direction and
 * the paper line at height `yMm`: the point of that line seen at that height on paper. Null behind the eye.
 */
export function whereSeenAtHeight(view: View, from: Vec3, direction: Vec3, yMm: number): Vec3 | null {
  const ray = paperToWorld(view.camera, { xMm: view.camera.principal.xMm, yMm }, 1);
  const normal = cross([1, 0, 0], ray);
  const speed = dot(normal, direction);
  if (speed === 0) return null;
  const at = add(from, direction, -dot(normal, from) / speed);
  return at[2] > 0 ? at : null;
}

/** The point on a level line through `from` along `direction` that lies on the line through `on` along `toward`. */
export function meetLevel(from: Vec3, direction: Vec3, on: Vec3, toward: Vec3): Vec3 | null {
  // Both lines lie in one plane: solve from + s·direction = on + t·toward in least squares.
  const n = cross(direction, toward);
  const size = dot(n, n);
  if (size === 0) return null;
  const s = dot(cross(minus(on, from), toward), n) / size;
  return add(from, direction, s);
}

/** The paper height at `fraction` of the way from a paper height to the horizon. */
export function heightTowardHorizon(view: View, yMm: number, fraction: number): number {
  return yMm + (view.horizonMm - yMm) * fraction;
}
