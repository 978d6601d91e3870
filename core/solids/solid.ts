import { findPaperPoint, type PaperPoint, thicknessMm } from "../geometry/index.ts";
import { type Axis, type Camera, type Vec3, worldToPaper } from "../view/index.ts";

/** A flat side of a solid: its corners in order round the outline, and the unit normal pointing out of it. */
export interface Face {
  readonly id: string;
  readonly corners: readonly string[];
  readonly normal: Vec3;
}

export interface Edge {
  readonly id: string;
  readonly axis: Axis;
  /** The end at the start of its axis, then the other. */
  readonly from: string;
  readonly to: string;
  /** The two faces that meet in it. */
  readonly faces: readonly [string, string];
}

/** A convex solid in front of the eye. */
export interface Solid {
  readonly corners: Readonly<Record<string, Vec3>>;
  readonly faces: readonly Face[];
  readonly edges: readonly Edge[];
  /** See-through solids hide nothing. */
  readonly opaque: boolean;
}

/** A face drawn thinner than this on paper is a line: it shows nothing and hides nothing. */
export const THINNEST_FACE_MM = 0.05;

export function cornerAt(solid: Solid, name: string): Vec3 {
  const at = solid.corners[name];
  if (!at) throw new Error(`The solid has no corner "${name}".`);
  return at;
}

/** A face's outline on paper, or null when a corner of it does not lie in front of the eye. */
export function findFaceOnPaper(camera: Camera, solid: Solid, face: Face): readonly PaperPoint[] | null {
  const outline: PaperPoint[] = [];
  for (const name of face.corners) {
    const corner = cornerAt(solid, name);
    const p = corner[2] > 0 ? findPaperPoint(worldToPaper(camera, corner)) : null;
    if (!p) return null;
    outline.push(p);
  }
  return outline;
}

/** Whether a face turns toward the eye and is drawn wide enough to be seen. */
export function faceShows(camera: Camera, solid: Solid, face: Face): boolean {
  const [x, y, z] = cornerAt(solid, face.corners[0] ?? "");
  if (face.normal[0] * x + face.normal[1] * y + face.normal[2] * z >= 0) return false;
  const outline = findFaceOnPaper(camera, solid, face);
  return outline !== null && thicknessMm(outline) >= THINNEST_FACE_MM;
}

/** The faces of a solid that show to the eye when nothing else stands in front. */
export function showingFaces(camera: Camera, solid: Solid): ReadonlySet<string> {
  return new Set(solid.faces.filter((f) => faceShows(camera, solid, f)).map((f) => f.id));
}
