import { type FaceFrame, findFaceFrame } from "../../drawing/page/index.ts";
import type { StandingThing } from "../../drawing/program/index.ts";
import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import { cornerAt, type Face, type Solid } from "../../drawing/solids/index.ts";
import {
  dot,
  minus,
  paperToWorld,
  requireFrame,
  scaled,
  seenAt,
  type Vec3,
  type View,
} from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";

/** The face of a thing that lies under a spot of the paper, nearest the eye. */
export interface FaceUnder {
  readonly objectId: string;
  readonly face: Face;
  readonly solid: Solid;
}

/** What a pointer at `at` points to: the nearest face that turns to the eye, or null over bare ground and sky. */
export function faceUnder(
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
  at: PaperPoint,
): FaceUnder | null {
  const ray = paperToWorld(view.camera, at, 1);
  let nearest: { z: number; found: FaceUnder } | null = null;
  for (const object of objects) {
    const solid = scene.get(object.id)?.built.solid;
    if (!solid || object.hidden) continue;
    for (const face of solid.faces) {
      const through = cornerAt(solid, face.corners[0] ?? "");
      const facing = dot(face.normal, ray);
      // Only a face turned to the eye can be pointed at.
      if (facing >= -1e-9 || face.facet) continue;
      const z = dot(face.normal, through) / facing;
      if (!(z > 0) || (nearest && z >= nearest.z)) continue;
      if (!covers(solid, face, view, at)) continue;
      nearest = { z, found: { objectId: object.id, face, solid } };
    }
  }
  return nearest?.found ?? null;
}

/** Even-odd over outline and openings (M. Shimrat, Algorithm 112, 1962, from memory). */
function covers(solid: Solid, face: Face, view: View, at: PaperPoint): boolean {
  let inside = false;
  for (const ring of [face.corners, ...face.holes]) {
    const points = ring.map((name) => {
      const corner = cornerAt(solid, name);
      return seenAt(view.camera, corner);
    });
    for (const [i, p] of points.entries()) {
      const q = points[(i + 1) % points.length];
      if (!p || !q) return false;
      if (p.yMm > at.yMm === q.yMm > at.yMm) continue;
      if (at.xMm < p.xMm + ((q.xMm - p.xMm) * (at.yMm - p.yMm)) / (q.yMm - p.yMm)) inside = !inside;
    }
  }
  return inside;
}

/** Where a spot of the paper lies on a face with two sides of its own, in shares of each; null on other faces. */
export function sharesOnFace(
  under: FaceUnder,
  frameId: string,
  view: View,
  at: PaperPoint,
): { across: number; up: number } | null {
  const frame: FaceFrame | null = findFaceFrame(under.solid, under.face.id, requireFrame(view, frameId));
  if (!frame) return null;
  const ray = paperToWorld(view.camera, at, 1);
  const z = dot(under.face.normal, frame.origin) / dot(under.face.normal, ray);
  if (!(z > 0 && Number.isFinite(z))) return null;
  const off = minus(scaled(ray, z), frame.origin);
  const share = (side: Vec3) => Math.min(1, Math.max(0, dot(off, side) / dot(side, side)));
  return { across: share(frame.across.side), up: share(frame.up.side) };
}
