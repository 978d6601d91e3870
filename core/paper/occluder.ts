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
export interface Occluder {
  readonly solid: PlannedSolid;
  readonly region: Region;
  readonly box: {
    readonly minX: number;
    readonly maxX: number;
    readonly minY: number;
    readonly maxY: number;
  };
  readonly across: number;
  readonly down: number;
  readonly at0: number;
}

/** The faces of a solid that can hide something: those that show. See-through solids have none. */
export function occludersOf(camera: Camera, planned: PlannedSolid): Occluder[] {
  const { solid } = planned;
  if (!solid.opaque) return [];
  const showing = showingFaces(camera, solid);
  return solid.faces.flatMap((face) => {
    if (!showing.has(face.id)) return [];
    const outline = findFaceOnPaper(camera, solid, face);
    if (!outline) return [];
    const [x, y, z] = cornerAt(solid, face.corners[0] ?? "");
    const offset = face.normal[0] * x + face.normal[1] * y + face.normal[2] * z;
    const across = face.normal[0] / (camera.distanceMm * offset);
    const down = face.normal[1] / (camera.distanceMm * offset);
    const at0 = face.normal[2] / offset - across * camera.principal.xMm - down * camera.principal.yMm;
    const xs = outline.map((p) => p.xMm);
    const ys = outline.map((p) => p.yMm);
    const box = {
      minX: Math.min(...xs),
      maxX: Math.max(...xs),
      minY: Math.min(...ys),
      maxY: Math.max(...ys),
    };
    return [{ solid: planned, region: [outline], box, across, down, at0 }];
  });
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

/** The stretches of a stroke that an occluder hides. `rankOf` gives a group's place from the front. */
export function hiddenBy(
  stroke: StrokeInDepth,
  occluder: Occluder,
  rankOf: (group: string) => number,
): Interval[] {
  // A face never hides the edges of its own convex solid: hidden ones are left out or dotted by the recipe.
  if (occluder.solid.objectId === stroke.objectId || apart(stroke, occluder)) return [];
  const inside = insideRegion(stroke.from, stroke.to, occluder.region);
  if (inside.length === 0) return [];
  const behind = whereBehind(stroke, occluder, rankOf);
  return inside.flatMap((i) => behind.flatMap((b) => overlap(i, b) ?? []));
}

function whereBehind(
  stroke: StrokeInDepth,
  occluder: Occluder,
  rankOf: (group: string) => number,
): Interval[] {
  const faceRank = rankOf(occluder.solid.depthGroup);
  if (faceRank === stroke.groupRank) {
    const ahead = (p: PaperPoint, q: number) =>
      occluder.across * p.xMm + occluder.down * p.yMm + occluder.at0 - q * (1 + NEARER_BY);
    const where = wherePositive(ahead(stroke.from, stroke.qFrom), ahead(stroke.to, stroke.qTo));
    return where ? [where] : [];
  }
  if (faceRank < stroke.groupRank) return [{ from: 0, to: 1 }];
  // The edge belongs to a nearer group; its guide's tail runs on to the horizon, past the groups behind it.
  return stroke.cut < 1 ? [{ from: stroke.cut, to: 1 }] : [];
}

function apart({ from, to }: StrokeInDepth, { box }: Occluder): boolean {
  return (
    Math.max(from.xMm, to.xMm) < box.minX ||
    Math.min(from.xMm, to.xMm) > box.maxX ||
    Math.max(from.yMm, to.yMm) < box.minY ||
    Math.min(from.yMm, to.yMm) > box.maxY
  );
}
