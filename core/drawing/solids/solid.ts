import { type PaperPoint, type Region, thicknessMm } from "../../ground/geometry/index.ts";
import { type Axis, type Camera, cross, dot, minus, scaled, seenAt, unit, type Vec3 } from "../view/index.ts";

/** A flat side of a solid: its corners in order round the outline, its openings, and the unit normal pointing out of it. */
export interface Face {
  readonly id: string;
  readonly corners: readonly string[];
  /** Outlines of openings through which one sees. */
  readonly holes: readonly (readonly string[])[];
  readonly normal: Vec3;
  /** One of many narrow facets of a curved side: hides things however thin it is drawn. */
  readonly facet?: boolean;
}

export interface Edge {
  readonly id: string;
  /** The family it belongs to; null when it slants. */
  readonly axis: Axis | null;
  /** The end at the start of its axis, then the other. */
  readonly from: string;
  readonly to: string;
  /** The faces that meet in it: two, or one at the rim of a sheet. */
  readonly faces: readonly string[];
  /** A curved edge, as the circle's arc it is part of; its faces then change along it. */
  readonly arc?: ArcEdge;
  /** Help for the construction only, not part of the thing: drawn lightly and rubbed out. */
  readonly light?: boolean;
  /** A seam between facets of one curved side: shows only where it is the silhouette. */
  readonly smooth?: boolean;
}

/** X(t) = centre + across·cos t + up·sin t. `facets` are the faces beside it, each with its stretch of t. */
export interface ArcEdge {
  readonly centre: Vec3;
  readonly across: Vec3;
  readonly up: Vec3;
  readonly fromRad: number;
  readonly toRad: number;
  readonly facets: readonly { readonly face: string; readonly fromRad: number; readonly toRad: number }[];
}

/** A thing in front of the eye. */
export interface Solid {
  readonly corners: Readonly<Record<string, Vec3>>;
  readonly faces: readonly Face[];
  readonly edges: readonly Edge[];
  /** See-through solids hide nothing. */
  readonly opaque: boolean;
  /** A convex solid never hides its own edges beyond those both of whose faces turn away. */
  readonly convex: boolean;
  /** We stand in it: light lines run over its walls to the points beyond them, as on any sheet. */
  readonly seenFromInside?: true;
}

/** A face drawn thinner than this on paper is a line: it shows nothing and hides nothing. */
const THINNEST_FACE_MM = 0.05;

export function cornerAt(solid: Solid, name: string): Vec3 {
  const at = solid.corners[name];
  if (!at) throw new Error(`The solid has no corner "${name}".`);
  return at;
}

/** A face's outline and openings on paper, or null when a corner of it does not lie in front of the eye. */
export function findFaceOnPaper(camera: Camera, solid: Solid, face: Face): Region | null {
  const rings: PaperPoint[][] = [];
  for (const names of [face.corners, ...face.holes]) {
    const ring: PaperPoint[] = [];
    for (const name of names) {
      const corner = cornerAt(solid, name);
      const p = seenAt(camera, corner);
      if (!p) return null;
      ring.push(p);
    }
    rings.push(ring);
  }
  return rings;
}

/** The unit normal of a flat ring that points to the eye's side. */
export function towardEye(ring: readonly Vec3[]): Vec3 {
  const [a, b, c] = [ring[0], ring[1], ring[2]];
  if (!a || !b || !c) return [0, 0, -1];
  const n = unit(cross(minus(b, a), minus(c, a)));
  return dot(n, a) < 0 ? n : scaled(n, -1);
}

/** Whether a face turns toward the eye and is drawn wide enough to be seen. */
function faceShows(camera: Camera, solid: Solid, face: Face): boolean {
  if (dot(face.normal, cornerAt(solid, face.corners[0] ?? "")) >= 0) return false;
  const region = findFaceOnPaper(camera, solid, face);
  return region !== null && (face.facet === true || thicknessMm(region[0] ?? []) >= THINNEST_FACE_MM);
}

/** The faces of a solid that turn to the eye when nothing stands in front. */
export function showingFaces(camera: Camera, solid: Solid): ReadonlySet<string> {
  return new Set(solid.faces.filter((f) => faceShows(camera, solid, f)).map((f) => f.id));
}
