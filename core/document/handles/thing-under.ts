import { isDot, type Paper } from "../../drawing/paper/index.ts";
import type { StandingThing } from "../../drawing/program/index.ts";
import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import { seenAt, type View } from "../../drawing/view/index.ts";
import { type PaperPoint, pointsAlong } from "../../ground/geometry/index.ts";
import { faceUnder } from "./face-under.ts";

/**
 * The thing a pointer means: one whose line passes within reach, else the one whose nearest face lies there. Null over bare
 * paper.
 */
export function thingUnder(
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
  paper: Paper,
  view: View,
  at: PaperPoint,
  reachMm: number,
): string | null {
  const ids = new Set(objects.map((o) => o.id));
  let best: { mm: number; id: string } | null = null;
  for (const stroke of paper.strokes) {
    if (!ids.has(stroke.objectId) || isDot(stroke)) continue;
    for (const piece of stroke.pieces) {
      if (piece.part === "tail" || piece.diesAt !== null) continue;
      const points = pointsAlong(stroke.trace, piece.from, piece.to);
      for (const [i, p] of points.entries()) {
        const q = points[i + 1];
        const mm = q ? distanceTo(at, p, q) : Number.POSITIVE_INFINITY;
        if (mm <= reachMm && (!best || mm < best.mm)) best = { mm, id: stroke.objectId };
      }
    }
  }
  return best?.id ?? faceUnder(objects, scene, view, at)?.objectId ?? null;
}

function distanceTo(at: PaperPoint, p: PaperPoint, q: PaperPoint): number {
  const [dx, dy] = [q.xMm - p.xMm, q.yMm - p.yMm];
  const size2 = dx * dx + dy * dy;
  const along = size2 === 0 ? 0 : ((at.xMm - p.xMm) * dx + (at.yMm - p.yMm) * dy) / size2;
  const share = Math.min(1, Math.max(0, along));
  return Math.hypot(at.xMm - p.xMm - share * dx, at.yMm - p.yMm - share * dy);
}

/** An upright frame on paper, in mm. */
export interface Bounds {
  readonly leftMm: number;
  readonly topMm: number;
  readonly rightMm: number;
  readonly bottomMm: number;
}

/** The frame round all of a thing on paper; null when nothing of it can be seen. */
export function boundsOf(
  objectId: string,
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
): Bounds | null {
  const built = scene.get(objectId)?.built;
  if (!built) return null;
  const points = [...Object.values(built.solid.corners), ...Object.values(built.points)].flatMap((corner) => {
    const p = seenAt(view.camera, corner);
    return p ? [p] : [];
  });
  if (points.length === 0) return null;
  const [xs, ys] = [points.map((p) => p.xMm), points.map((p) => p.yMm)];
  return {
    leftMm: Math.min(...xs),
    topMm: Math.min(...ys),
    rightMm: Math.max(...xs),
    bottomMm: Math.max(...ys),
  };
}

/** The things that lie wholly inside a frame drawn round them. */
export function thingsInside(
  frame: Bounds,
  objects: readonly ObjectSlice[],
  scene: ReadonlyMap<string, StandingThing>,
  view: View,
): string[] {
  return objects.flatMap((object) => {
    const b = object.hidden ? null : boundsOf(object.id, scene, view);
    const inside =
      b !== null &&
      b.leftMm >= frame.leftMm &&
      b.rightMm <= frame.rightMm &&
      b.topMm >= frame.topMm &&
      b.bottomMm <= frame.bottomMm;
    return inside ? [object.id] : [];
  });
}
