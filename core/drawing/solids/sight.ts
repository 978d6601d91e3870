import {
  findPaperPoint,
  type Interval,
  type PaperPoint,
  type PlaneDepth,
  pointOn,
  type Region,
  stretchesBehind,
  subtract,
  type Trace,
  unite,
} from "../../ground/geometry/index.ts";
import { type Camera, dot, type Vec3, worldToPaper } from "../view/index.ts";
import { type ArcEdge, cornerAt, type Edge, findFaceOnPaper, type Solid, showingFaces } from "./solid.ts";

/** The box on paper that holds something, mm. */
export interface PaperBox {
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}

/** A face as it hides things: its region on paper, the inverse depth of its plane, and its id within the solid. */
export interface HidingFace {
  readonly id: string;
  readonly region: Region;
  readonly plane: PlaneDepth;
  readonly box: PaperBox;
}

/** The faces of a solid that can hide something: those that turn to the eye, if the solid is opaque. */
export function hidingFaces(camera: Camera, solid: Solid): HidingFace[] {
  if (!solid.opaque) return [];
  const showing = showingFaces(camera, solid);
  return solid.faces.flatMap((face) => {
    const region = showing.has(face.id) ? findFaceOnPaper(camera, solid, face) : null;
    if (!region?.[0]) return [];
    const plane = planeDepth(camera, face.normal, cornerAt(solid, face.corners[0] ?? ""));
    return [{ id: face.id, region, plane, box: boxOf(region[0]) }];
  });
}

/** Inverse depth of the plane through `through` with this normal: from normal·X = offset with X = z·ray. */
export function planeDepth(camera: Camera, normal: Vec3, through: Vec3): PlaneDepth {
  const offset = dot(normal, through);
  const across = normal[0] / (camera.distanceMm * offset);
  const down = normal[1] / (camera.distanceMm * offset);
  return {
    across,
    down,
    at0: normal[2] / offset - across * camera.principal.xMm - down * camera.principal.yMm,
  };
}

export function boxOf(points: readonly PaperPoint[]): PaperBox {
  let [minX, maxX, minY, maxY] = [
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
  ];
  for (const p of points) {
    minX = Math.min(minX, p.xMm);
    maxX = Math.max(maxX, p.xMm);
    minY = Math.min(minY, p.yMm);
    maxY = Math.max(maxY, p.yMm);
  }
  return { minX, maxX, minY, maxY };
}

export function apart(a: PaperBox, b: PaperBox): boolean {
  return a.maxX < b.minX || b.maxX < a.minX || a.maxY < b.minY || b.maxY < a.minY;
}

/** The box of a course: exact for straight ones, from points 0.01 mm near for curves. */
export function boxOfTrace(trace: Trace): PaperBox {
  switch (trace.kind) {
    case "straight":
      return boxOf([trace.from, trace.to]);
    case "path":
      return boxOf(trace.points.map((p) => p.at));
    case "arc":
      return boxOf(Array.from({ length: 33 }, (_, i) => pointOn(trace, i / 32)));
  }
}

/** The image of a circle's arc in space as a course on paper. */
export function arcTrace(camera: Camera, arc: Omit<ArcEdge, "facets">): Extract<Trace, { kind: "arc" }> {
  const { centre, across, up, fromRad, toRad } = arc;
  return {
    kind: "arc",
    centre: worldToPaper(camera, centre),
    across: worldToPaper(camera, across),
    up: worldToPaper(camera, up),
    fromRad,
    toRad,
  };
}

/** An edge as a course on paper, or null when an end does not lie in front of the eye. */
function edgeTrace(camera: Camera, solid: Solid, edge: Edge): Trace | null {
  const [a, b] = [cornerAt(solid, edge.from), cornerAt(solid, edge.to)];
  if (!(a[2] > 0 && b[2] > 0)) return null;
  if (edge.arc) return arcTrace(camera, edge.arc);
  const [from, to] = [findPaperPoint(worldToPaper(camera, a)), findPaperPoint(worldToPaper(camera, b))];
  return from && to ? { kind: "straight", from, to, qFrom: 1 / a[2], qTo: 1 / b[2] } : null;
}

/** Below this length on paper a part of an edge is not worth the pencil. */
const LEAST_PART_MM = 0.05;

/**
 * The stretches of an edge that a solid alone shows: a side beside it turns to the eye, and no nearer part of
 * the same solid stands in front. Shares of the edge's own course.
 */
export function shownStretches(
  camera: Camera,
  solid: Solid,
  edge: Edge,
  showing: ReadonlySet<string>,
  hiding: readonly HidingFace[],
): readonly Interval[] {
  const turned = turnedToEye(edge, showing);
  if (turned.length === 0 || solid.convex) return turned;
  const trace = edgeTrace(camera, solid, edge);
  if (!trace) return [];
  const box = boxOfTrace(trace);
  const own = new Set([...edge.faces, ...(edge.arc?.facets.map((f) => f.face) ?? [])]);
  const hidden = hiding
    .filter((face) => !own.has(face.id) && !apart(face.box, box))
    .flatMap((face) => stretchesBehind(trace, face.region, face.plane));
  const length = roughLength(trace);
  return turned
    .flatMap((whole) => subtract(whole, hidden))
    .filter((part) => (part.to - part.from) * length > LEAST_PART_MM);
}

/** Where along an edge one of the faces beside it shows; a smooth seam shows only as silhouette. */
function turnedToEye(edge: Edge, showing: ReadonlySet<string>): readonly Interval[] {
  const shown = edge.faces.filter((f) => showing.has(f)).length;
  if (edge.smooth) return shown === 1 ? WHOLE : [];
  if (shown > 0) return WHOLE;
  if (!edge.arc) return [];
  const { fromRad, toRad, facets } = edge.arc;
  const share = (t: number) => (t - fromRad) / (toRad - fromRad);
  return unite(
    facets
      .filter((f) => showing.has(f.face))
      .map((f) => {
        const [a, b] = [share(f.fromRad), share(f.toRad)];
        return { from: Math.min(a, b), to: Math.max(a, b) };
      }),
  );
}

const WHOLE: readonly Interval[] = [{ from: 0, to: 1 }];

function roughLength(trace: Trace): number {
  const [a, m, b] = [pointOn(trace, 0), pointOn(trace, 0.5), pointOn(trace, 1)];
  return Math.hypot(m.xMm - a.xMm, m.yMm - a.yMm) + Math.hypot(b.xMm - m.xMm, b.yMm - m.yMm);
}
