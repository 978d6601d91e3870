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
  const corners = Object.entries(thing.solid.corners).flatMap(([name, at]) => {
    const on = at[2] > 0 ? findPaperPoint(worldToPaper(view.camera, at)) : null;
    return on ? [{ name, on, depth: at[2], covered: false }] : [];
  });
  const around = {
    minX: Math.min(...corners.map(({ on }) => on.xMm)),
    maxX: Math.max(...corners.map(({ on }) => on.xMm)),
    minY: Math.min(...corners.map(({ on }) => on.yMm)),
    maxY: Math.max(...corners.map(({ on }) => on.yMm)),
  };
  const own = rankOf(thing.depthGroup);
  for (const { depthGroup, faces } of before) {
    const sameGroup = depthGroup === thing.depthGroup;
    if (rankOf(depthGroup) > own || (depthGroup === MIRROR_GROUP && !sameGroup)) continue;
    for (const { box, region, plane } of faces) {
      // Among a thousand things most lie elsewhere on the sheet.
      if (
        box.minX > around.maxX ||
        box.maxX < around.minX ||
        box.minY > around.maxY ||
        box.maxY < around.minY
      )
        continue;
      for (const corner of corners) {
        const { on, depth } = corner;
        if (corner.covered || on.xMm < box.minX || on.xMm > box.maxX) continue;
        if (on.yMm < box.minY || on.yMm > box.maxY) continue;
        const nearer = plane.across * on.xMm + plane.down * on.yMm + plane.at0 > (1 + BEHIND_BY) / depth;
        corner.covered = (!sameGroup || nearer) && regionContains(region, on);
      }
    }
  }
  return corners.flatMap(({ name, covered }) => (covered ? [name] : []));
}
