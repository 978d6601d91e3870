import { type Axis, add, cross, dot, minus, scaled, unit, type Vec3 } from "../view/index.ts";
import { type ArcEdge, cornerAt, type Edge, type Face, type Solid } from "./solid.ts";

/** A block of space along a frame's axes: a corner and the three edges that leave it. */
export interface Block {
  readonly origin: Vec3;
  readonly width: Vec3;
  readonly height: Vec3;
  readonly depth: Vec3;
}

/** The point at shares of the block's width, height and depth. */
export function pointInBlock(block: Block, width: number, height: number, depth: number): Vec3 {
  return add(add(add(block.origin, block.width, width), block.height, height), block.depth, depth);
}

/** What the near and the far end along an axis are called. */
export const ENDS = {
  width: ["left", "right"],
  height: ["bottom", "top"],
  depth: ["front", "back"],
} as const satisfies Record<Axis, readonly [string, string]>;

/** A corner of a profile: shares along the profile's two axes, and how the outline goes on from it. */
export interface ProfilePoint {
  readonly name: string;
  readonly at: readonly [number, number];
  /** The outline goes on along an ellipse's arc instead of straight. */
  readonly arc?: ProfileArc;
}

/** centre + (radius₀·cos t, radius₁·sin t), in shares along the profile's two axes. */
interface ProfileArc {
  readonly centre: readonly [number, number];
  readonly radius: readonly [number, number];
  readonly fromRad: number;
  readonly toRad: number;
  /** How many facets stand for it where it hides things. */
  readonly facets: number;
}

export interface Profile {
  /** The two axes the profile lies in. */
  readonly plane: readonly [Axis, Axis];
  /** The outline, then the outlines of openings; each in either sense. */
  readonly rings: readonly (readonly ProfilePoint[])[];
  readonly convex: boolean;
}

/**
 * Whether two sides are parts of one smooth surface: facets of one arc, or an arc that runs on into the next side. There
 * the last facet turns off by half its own angle; a degree more is allowed for ellipses.
 */
function isSeam(before: RingPoint, after: RingPoint, cosine: number): boolean {
  const [a, b] = [before.facet, after.facet];
  if (a && b && a.of === b.of) return true;
  const facet = a ?? b;
  if (!facet) return false;
  return cosine > Math.cos(Math.abs(facet.toRad - facet.fromRad) + Math.PI / 180);
}

interface RingPoint {
  readonly name: string;
  readonly at: readonly [number, number];
  /** The arc of the outline that goes on from here, with the facet's own stretch. */
  readonly facet: { readonly of: ProfilePoint; readonly fromRad: number; readonly toRad: number } | null;
}

/**
 * The solid that a profile sweeps along the third axis, from share `from` to share `to` of the block. Corners
 * are called after the end and the profile's point: "front-left-bottom". Edges along the sweep are called after
 * their point, edges of the ends "front-a-b".
 */
export function prism(
  block: Block,
  profile: Profile,
  sweep: { readonly axis: Axis; readonly from: number; readonly to: number },
  opaque: boolean,
): Solid {
  const { axis } = sweep;
  const at = (p: readonly [number, number], end: number): Vec3 => {
    const share = { width: 0, height: 0, depth: 0 };
    share[profile.plane[0]] = p[0];
    share[profile.plane[1]] = p[1];
    share[axis] = end;
    return pointInBlock(block, share.width, share.height, share.depth);
  };
  const ends = [
    { name: ENDS[axis][0], share: sweep.from },
    { name: ENDS[axis][1], share: sweep.to },
  ] as const;
  const along = unit(minus(at([0, 0], ends[1].share), at([0, 0], ends[0].share)));
  const rings = profile.rings.map(facetted);
  const corners: Record<string, Vec3> = {};
  for (const ring of rings)
    for (const p of ring) for (const e of ends) corners[`${e.name}-${p.name}`] = at(p.at, e.share);

  const faces: Face[] = [];
  const edges: Edge[] = [];
  const capNormal = capNormalOf(block, profile.plane, along);
  for (const [i, e] of ends.entries()) {
    faces.push({
      id: e.name,
      corners: (rings[0] ?? []).map((p) => `${e.name}-${p.name}`),
      holes: rings.slice(1).map((ring) => ring.map((p) => `${e.name}-${p.name}`)),
      normal: i === 0 ? scaled(capNormal, -1) : capNormal,
    });
  }
  for (const [r, ring] of rings.entries()) {
    const turn = signedArea(ring.map((p) => p.at)) > 0 ? 1 : -1;
    const sides = ring.map((p, k) => {
      const next = ring[(k + 1) % ring.length] ?? p;
      const id = `side-${p.name}-${next.name}`;
      const dir = minus(at(next.at, 0), at(p.at, 0));
      // In the profile's own axes the outside of a ring going from axis 0 to axis 1 lies to its right.
      const outside = outsideOf(block, profile.plane, dir, along, turn * (r === 0 ? 1 : -1));
      faces.push({
        id,
        corners: [
          `${ends[0].name}-${p.name}`,
          `${ends[0].name}-${next.name}`,
          `${ends[1].name}-${next.name}`,
          `${ends[1].name}-${p.name}`,
        ],
        holes: [],
        normal: outside,
        ...(p.facet ? { facet: true } : {}),
      });
      return { id, p, next, outside };
    });
    for (const [k, side] of sides.entries()) {
      const before = sides[(k + sides.length - 1) % sides.length] ?? side;
      const seam = isSeam(before.p, side.p, dot(before.outside, side.outside));
      edges.push({
        id: side.p.name,
        axis,
        from: `${ends[0].name}-${side.p.name}`,
        to: `${ends[1].name}-${side.p.name}`,
        faces: [before.id, side.id],
        ...(seam ? { smooth: true } : {}),
      });
      for (const e of ends) edges.push(...endEdges(e, side, sides, profile, at));
    }
  }
  return { corners, faces, edges, opaque, convex: profile.convex };
}

/** The outline edge of one end that starts at a side; an arc is one edge, recorded where it begins. */
function endEdges(
  end: { readonly name: string; readonly share: number },
  side: { readonly id: string; readonly p: RingPoint; readonly next: RingPoint },
  sides: readonly { readonly id: string; readonly p: RingPoint; readonly next: RingPoint }[],
  profile: Profile,
  at: (p: readonly [number, number], end: number) => Vec3,
): Edge[] {
  const { facet } = side.p;
  if (!facet) {
    return [
      {
        id: `${end.name}-${side.p.name}-${side.next.name}`,
        axis: axisOf(side.p.at, side.next.at, profile.plane),
        from: `${end.name}-${side.p.name}`,
        to: `${end.name}-${side.next.name}`,
        faces: [end.name, side.id],
      },
    ];
  }
  const arc = facet.of.arc;
  if (!arc || facet.fromRad !== arc.fromRad) return [];
  const own = sides.filter((s) => s.p.facet?.of === facet.of);
  const last = own[own.length - 1] ?? side;
  const centre = at(arc.centre, end.share);
  const rim: ArcEdge = {
    centre,
    across: minus(at([arc.centre[0] + arc.radius[0], arc.centre[1]], end.share), centre),
    up: minus(at([arc.centre[0], arc.centre[1] + arc.radius[1]], end.share), centre),
    fromRad: arc.fromRad,
    toRad: arc.toRad,
    facets: own.flatMap((s) =>
      s.p.facet ? [{ face: s.id, fromRad: s.p.facet.fromRad, toRad: s.p.facet.toRad }] : [],
    ),
  };
  return [
    {
      id: `${end.name}-${side.p.name}-${last.next.name}`,
      axis: null,
      from: `${end.name}-${side.p.name}`,
      to: `${end.name}-${last.next.name}`,
      faces: [end.name],
      arc: rim,
    },
  ];
}

/** A chord strays from an arc of radius r by r·(1 − cos(angle/2)); facets keep within this. */
const STRAY_MM = 0.01;

/** How many facets an arc needs to keep within 0.01 mm on paper, from its radius there. */
export function facetCount(radiusMm: number, sweepRad: number): number {
  if (!(radiusMm > STRAY_MM)) return 4;
  return Math.min(240, Math.max(4, Math.ceil(sweepRad / (2 * Math.acos(1 - STRAY_MM / radiusMm)))));
}

function facetted(ring: readonly ProfilePoint[]): RingPoint[] {
  return ring.flatMap((p): RingPoint[] => {
    const { arc } = p;
    if (!arc) return [{ name: p.name, at: p.at, facet: null }];
    const n = Math.max(1, arc.facets);
    return Array.from({ length: n }, (_, i) => {
      const fromRad = arc.fromRad + ((arc.toRad - arc.fromRad) * i) / n;
      const toRad = arc.fromRad + ((arc.toRad - arc.fromRad) * (i + 1)) / n;
      const at: readonly [number, number] =
        i === 0
          ? p.at
          : [
              arc.centre[0] + arc.radius[0] * Math.cos(fromRad),
              arc.centre[1] + arc.radius[1] * Math.sin(fromRad),
            ];
      return { name: i === 0 ? p.name : `${p.name}~${i}`, at, facet: { of: p, fromRad, toRad } };
    });
  });
}

function signedArea(ring: readonly (readonly [number, number])[]): number {
  return ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length] ?? p;
    return sum + p[0] * q[1] - q[0] * p[1];
  }, 0);
}

function axisOf(a: readonly [number, number], b: readonly [number, number], plane: readonly [Axis, Axis]) {
  if (a[1] === b[1]) return plane[0];
  if (a[0] === b[0]) return plane[1];
  return null;
}

/** Normal of the far cap: square to the profile's plane, on the sweep's side; axes need not be square to each other. */
function capNormalOf(block: Block, plane: readonly [Axis, Axis], along: Vec3): Vec3 {
  const n = unit(cross(block[plane[0]], block[plane[1]]));
  return dot(n, along) >= 0 ? n : scaled(n, -1);
}

/** Normal of a side: square to its outline edge and to the sweep, turned out of the ring. */
function outsideOf(block: Block, plane: readonly [Axis, Axis], dir: Vec3, along: Vec3, turn: number): Vec3 {
  const n = unit(cross(dir, along));
  // For a ring that turns from axis 0 toward axis 1 the inside lies from `dir` toward that turn.
  const inward = cross(cross(block[plane[0]], block[plane[1]]), dir);
  return dot(n, inward) * turn <= 0 ? n : scaled(n, -1);
}

/** One solid of several parts; the names of each part begin with its prefix. The whole counts as not convex. */
export function assemble(parts: readonly { readonly prefix: string; readonly solid: Solid }[]): Solid {
  const corners: Record<string, Vec3> = {};
  const faces: Face[] = [];
  const edges: Edge[] = [];
  for (const { prefix, solid } of parts) {
    const named = (name: string) => (prefix === "" ? name : `${prefix}-${name}`);
    for (const name of Object.keys(solid.corners)) corners[named(name)] = cornerAt(solid, name);
    for (const face of solid.faces)
      faces.push({
        ...face,
        id: named(face.id),
        corners: face.corners.map(named),
        holes: face.holes.map((h) => h.map(named)),
      });
    for (const edge of solid.edges)
      edges.push({
        ...edge,
        id: named(edge.id),
        from: named(edge.from),
        to: named(edge.to),
        faces: edge.faces.map(named),
        ...(edge.arc
          ? {
              arc: { ...edge.arc, facets: edge.arc.facets.map((f) => ({ ...f, face: named(f.face) })) },
            }
          : {}),
      });
  }
  return { corners, faces, edges, opaque: parts.every((p) => p.solid.opaque), convex: false };
}
