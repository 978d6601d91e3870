import {
  type Interval,
  insideRegion,
  overlap,
  type PaperPoint,
  type Region,
  wherePositive,
} from "../geometry/index.ts";
import type { PlannedSolid } from "../recipes/index.ts";
import { cornerAt, findFaceOnPaper, showingFaces } from "../solids/index.ts";
import type { Camera } from "../view/index.ts";

/**
 * A face that hides what is behind it. Inverse depth q = 1/z is affine over a plane seen on paper:
 * q = across·x + down·y + at0, with x and y in paper mm. Found from normal·X = offset with X = z·ray.
 */
export interface HidingFace {
  readonly region: Region;
  readonly across: number;
  readonly down: number;
  readonly at0: number;
}

/** A solid that hides what is behind its showing faces, with the box on paper that holds them all. */
export interface Occluder {
  readonly solid: PlannedSolid;
  /** Place of its depth group from the front. */
  readonly groupRank: number;
  readonly faces: readonly HidingFace[];
  readonly box: {
    readonly minX: number;
    readonly maxX: number;
    readonly minY: number;
    readonly maxY: number;
  };
}

/** What a solid hides with; null for see-through solids and those that show no face. */
export function findOccluder(camera: Camera, planned: PlannedSolid, groupRank: number): Occluder | null {
  const { solid } = planned;
  if (!solid.opaque) return null;
  const showing = showingFaces(camera, solid);
  const points: PaperPoint[] = [];
  const faces: HidingFace[] = [];
  for (const face of solid.faces) {
    const outline = showing.has(face.id) ? findFaceOnPaper(camera, solid, face) : null;
    if (!outline) continue;
    points.push(...outline);
    const [x, y, z] = cornerAt(solid, face.corners[0] ?? "");
    const offset = face.normal[0] * x + face.normal[1] * y + face.normal[2] * z;
    const across = face.normal[0] / (camera.distanceMm * offset);
    const down = face.normal[1] / (camera.distanceMm * offset);
    const at0 = face.normal[2] / offset - across * camera.principal.xMm - down * camera.principal.yMm;
    faces.push({ region: [outline], across, down, at0 });
  }
  if (faces.length === 0) return null;
  const xs = points.map((p) => p.xMm);
  const ys = points.map((p) => p.yMm);
  return {
    solid: planned,
    groupRank,
    faces,
    box: { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) },
  };
}

/** A face hides a stroke only where it is nearer by this share of the stroke's inverse depth: contact is no hiding. */
const NEARER_BY = 1e-9;

/** A stroke on paper with its inverse depth at both ends (affine in between) and where its edge part ends. */
export interface StrokeInDepth {
  readonly from: PaperPoint;
  readonly to: PaperPoint;
  readonly qFrom: number;
  readonly qTo: number;
  /** Share of the stroke at which the edge ends and the tail begins; 1 without a tail. */
  readonly cut: number;
  readonly objectId: string;
  readonly groupRank: number;
}

/** Nothing hidden: one list for all, since nearly every pair of stroke and solid ends here. */
const NOTHING: readonly Interval[] = [];

/** The stretches of a stroke that an occluder hides. Cheap questions come first: most pairs are far apart. */
export function hiddenBy(stroke: StrokeInDepth, occluder: Occluder): readonly Interval[] {
  // A face never hides the edges of its own convex solid: hidden ones are left out or dotted by the recipe.
  if (apart(stroke, occluder) || occluder.solid.objectId === stroke.objectId) return NOTHING;
  const hidden: Interval[] = [];
  for (const face of occluder.faces) {
    const behind = findWhereBehind(stroke, occluder.groupRank, face);
    if (!behind) continue;
    for (const inside of insideRegion(stroke.from, stroke.to, face.region)) {
      const both = overlap(inside, behind);
      if (both) hidden.push(both);
    }
  }
  return hidden;
}

function findWhereBehind(stroke: StrokeInDepth, faceRank: number, face: HidingFace): Interval | null {
  if (faceRank === stroke.groupRank) {
    const ahead = (p: PaperPoint, q: number) =>
      face.across * p.xMm + face.down * p.yMm + face.at0 - q * (1 + NEARER_BY);
    return wherePositive(ahead(stroke.from, stroke.qFrom), ahead(stroke.to, stroke.qTo));
  }
  if (faceRank < stroke.groupRank) return { from: 0, to: 1 };
  // The edge belongs to a nearer group; its guide's tail runs on to the horizon, past the groups behind it.
  return stroke.cut < 1 ? { from: stroke.cut, to: 1 } : null;
}

function apart({ from, to }: StrokeInDepth, { box }: Occluder): boolean {
  return (
    (from.xMm < box.minX && to.xMm < box.minX) ||
    (from.xMm > box.maxX && to.xMm > box.maxX) ||
    (from.yMm < box.minY && to.yMm < box.minY) ||
    (from.yMm > box.maxY && to.yMm > box.maxY)
  );
}
