import { type Built, type FaceFrame, findFaceFrame } from "../../page/index.ts";
import { add, cross, dot, minus, sizeOf, type Vec3 } from "../../view/index.ts";
import type { SolveContext } from "../solve-context.ts";
import type { OpeningsSlice } from "./shape.ts";

/** A wall that openings are drawn on: the first, or one further along on which the same fan of guides runs on. */
export interface Wall {
  /** What the names of its points begin with; empty for the first. */
  readonly prefix: string;
  readonly host: string;
  readonly face: string;
  readonly frame: FaceFrame;
}

/** Two walls lie in one plane when a corner of one strays from the other's by less than this share of its distance. */
const IN_PLANE = 1e-6;

/**
 * The walls in order: the first, and of the others those in one plane with it, on the same ground and upright like it. The rest are
 * left out; `apart` names them.
 */
export function wallsOf(
  slice: OpeningsSlice,
  { hostOf, frame }: SolveContext,
): { readonly walls: readonly Wall[]; readonly apart: readonly string[] } {
  const found = (at: { object: string; face: string }): FaceFrame | null => {
    const host: Built | null = hostOf(at.object);
    return host && findFaceFrame(host.solid, at.face, frame);
  };
  const first = found(slice.on);
  if (!first) return { walls: [], apart: [] };
  const walls: Wall[] = [{ prefix: "", host: slice.on.object, face: slice.on.face, frame: first }];
  const apart: string[] = [];
  const normal = cross(first.across.side, first.up.side);
  for (const at of slice.alsoOn ?? []) {
    const other = found(at);
    const off = other && minus(other.origin, first.origin);
    const inPlane = off && Math.abs(dot(off, normal)) < IN_PLANE * sizeOf(normal) * sizeOf(first.origin);
    const level =
      off && Math.abs(dot(off, first.up.side)) < IN_PLANE * sizeOf(first.up.side) * sizeOf(first.origin);
    if (other && inPlane && level)
      walls.push({ prefix: `wall-${walls.length + 1}-`, host: at.object, face: at.face, frame: other });
    else apart.push(at.object);
  }
  return { walls, apart };
}

/** The point at a share of a wall's own level side, and at a height in shares of the first wall's upright side. */
export function onWall(wall: Wall, first: Wall, across: number, up: number): Vec3 {
  return add(add(wall.frame.origin, wall.frame.across.side, across), first.frame.up.side, up);
}

/** Where the guides of the fan end: at the far end of the wall that lies furthest along. */
export function fanEnd(walls: readonly Wall[], first: Wall, up: number): Vec3 {
  const along = first.frame.across.side;
  const ends = walls.map((wall) => add(wall.frame.origin, wall.frame.across.side));
  const reach = (p: Vec3) => dot(minus(p, first.frame.origin), along);
  const last = ends.reduce((far, p) => (reach(p) > reach(far) ? p : far));
  return add(last, first.frame.up.side, up);
}
