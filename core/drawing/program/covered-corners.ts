import { findPaperPoint, regionContains } from "../../ground/geometry/index.ts";
import { type HidingFace, MIRROR_GROUP, type Solid } from "../solids/index.ts";
import { type View, worldToPaper } from "../view/index.ts";

/** A thing by what hides it, or what it hides. */
export interface InDepth {
  readonly objectId: string;
  readonly depthGroup: string;
}

/** Closer in depth than this share of the distance, a corner lies on a face, not behind it. */
const BEHIND_BY = 1e-6;

/**
 * The corners of a thing that things drawn before it stand in front of: where a pupil would make a mark on a finished
 * drawing. `rankOf` orders depth groups from the nearest.
 */
export function coveredCorners(
  thing: InDepth & { readonly solid: Solid },
  before: readonly (InDepth & { readonly faces: readonly HidingFace[] })[],
  rankOf: (depthGroup: string) => number,
  view: View,
): readonly string[] {
  const own = rankOf(thing.depthGroup);
  const inFront = before.flatMap(({ depthGroup, faces }) => {
    const sameGroup = depthGroup === thing.depthGroup;
    if (rankOf(depthGroup) > own || (depthGroup === MIRROR_GROUP && !sameGroup)) return [];
    return faces.map((face) => ({ face, sameGroup }));
  });
  return Object.entries(thing.solid.corners).flatMap(([name, at]) => {
    const p = at[2] > 0 ? findPaperPoint(worldToPaper(view.camera, at)) : null;
    if (!p) return [];
    const covered = inFront.some(({ face: { box, region, plane }, sameGroup }) => {
      if (p.xMm < box.minX || p.xMm > box.maxX || p.yMm < box.minY || p.yMm > box.maxY) return false;
      const nearer = plane.across * p.xMm + plane.down * p.yMm + plane.at0 > (1 + BEHIND_BY) / at[2];
      return (!sameGroup || nearer) && regionContains(region, p);
    });
    return covered ? [name] : [];
  });
}
