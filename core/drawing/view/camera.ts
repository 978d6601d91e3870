import { requireAt } from "../../ground/base/index.ts";
import { findPaperPoint, type HPoint, type PaperPoint } from "../../ground/geometry/index.ts";

import { centreOfVision } from "./centre-of-vision.ts";
import type { Sheet } from "./sheet.ts";
import type { FrameSlice, ViewSlice } from "./view-slice.ts";

/** A vector or point in front of the eye: x right, y down, z into the picture, paper mm; right-handed. */
export type Vec3 = readonly [x: number, y: number, z: number];

/** A homogeneous point of space; w = 0 is a direction. */
export type SpacePoint = readonly [x: number, y: number, z: number, w: number];

export const AXES = ["width", "height", "depth"] as const;
/** The three families of edges: along the width, the height and the depth of things. */
export type Axis = (typeof AXES)[number];

export interface Camera {
  /** Principal point, the centre of vision: the foot of the eye's perpendicular on the paper. */
  readonly principal: PaperPoint;
  /** Distance from eye to paper in paper mm. */
  readonly distanceMm: number;
}

/** Unit directions of the three axes. Width points right, height up, depth away from the eye. */
export interface Frame {
  readonly id: string;
  readonly axes: Readonly<Record<Axis, Vec3>>;
}

export interface View {
  readonly camera: Camera;
  readonly frames: readonly Frame[];
  /** The ground's plane: points X with normal·X = offsetMm, the normal pointing down. */
  readonly ground: { readonly normal: Vec3; readonly offsetMm: number };
  readonly horizonMm: number;
  readonly sheet: Sheet;
}

/** One lesson setting in a one-point view: it moves true measures, never eyeballed corners. */
const DEFAULT_DISTANCE_OF_DIAGONAL = 0.87;

/**
 * The camera and frames behind what the teacher set. The first frame fixes the camera: two-point by
 * (vL − p)(vR − p) = −d², three-point by p as the orthocentre of the VPs' triangle and d² = −(vi − p)·(vj − p)
 * (Hartley & Zisserman, Multiple View Geometry, 2nd ed., ch. 8, from memory). Further frames keep it and turn.
 * The ground meets the paper in the middle of the sheet's bottom edge, and is level.
 */
export function planView(slice: ViewSlice, sheet: Sheet): View {
  const first = requireAt(slice.frames, 0);
  const horizonMm = slice.horizonFromTopMm;
  const camera = cameraOf(first, slice, sheet);
  const height = heightAxis(first, camera);
  const normal: Vec3 = [0 - height[0], 0 - height[1], 0 - height[2]];
  const below: Vec3 = [0, sheet.heightMm - camera.principal.yMm, camera.distanceMm];
  return {
    camera,
    frames: slice.frames.map((frame) => ({
      id: frame.id,
      axes: { ...levelAxes(frame, camera, horizonMm), height },
    })),
    ground: { normal, offsetMm: normal[0] * below[0] + normal[1] * below[1] + normal[2] * below[2] },
    horizonMm,
    sheet,
  };
}

/** The direction of things' uprights; away from the eye when we look up, toward it when we look down. */
function heightAxis(first: FrameSlice, camera: Camera): Vec3 {
  if (first.kind !== "three-point") return [0, -1, 0];
  const { fromLeftMm, fromTopMm } = first.heightVanishingPoint;
  const away = unitTo({ xMm: fromLeftMm, yMm: fromTopMm }, camera);
  return away[1] < 0 ? away : [-away[0], -away[1], -away[2]];
}

function levelAxes(frame: FrameSlice, camera: Camera, horizonMm: number): { width: Vec3; depth: Vec3 } {
  const to = (xMm: number) => unitTo({ xMm, yMm: horizonMm }, camera);
  switch (frame.kind) {
    case "one-point":
      return { width: [1, 0, 0], depth: [0, 0, 1] };
    case "two-point":
    case "three-point":
      return {
        width: to(frame.rightVanishingPoint.fromLeftMm),
        depth: to(frame.leftVanishingPoint.fromLeftMm),
      };
    case "turned": {
      const depth = to(frame.vanishingPoint.fromLeftMm);
      const tilt = horizonMm - camera.principal.yMm;
      const off = frame.vanishingPoint.fromLeftMm - camera.principal.xMm;
      // (xL − c)(xR − c) = −(d² + |p − c|²); straight ahead, the partner stands at infinity.
      if (Math.abs(off) < STRAIGHT_AHEAD_MM) return { width: [1, 0, 0], depth };
      const partner = to(camera.principal.xMm - (camera.distanceMm ** 2 + tilt ** 2) / off);
      // As in every view, what runs to the left VP is the depth and what runs to the right one the width.
      return off > 0 ? { width: depth, depth: partner } : { width: partner, depth };
    }
  }
}

/** A VP this near the centre of vision is straight ahead: its partner would stand kilometres off the sheet. */
const STRAIGHT_AHEAD_MM = 0.01;

function unitTo(p: PaperPoint, { principal, distanceMm: d }: Camera): Vec3 {
  const [x, y] = [p.xMm - principal.xMm, p.yMm - principal.yMm];
  const length = Math.hypot(x, y, d);
  return [x / length, y / length, d / length];
}

function cameraOf(frame: FrameSlice, slice: ViewSlice, sheet: Sheet): Camera {
  const horizonMm = slice.horizonFromTopMm;
  switch (frame.kind) {
    case "one-point":
    case "turned":
      return {
        principal: { xMm: frame.vanishingPoint.fromLeftMm, yMm: horizonMm },
        distanceMm:
          slice.viewingDistanceMm ?? DEFAULT_DISTANCE_OF_DIAGONAL * Math.hypot(sheet.widthMm, sheet.heightMm),
      };
    case "two-point": {
      const left = frame.leftVanishingPoint.fromLeftMm;
      const right = frame.rightVanishingPoint.fromLeftMm;
      const { xMm } = centreOfVision(frame, sheet);
      return { principal: { xMm, yMm: horizonMm }, distanceMm: Math.sqrt((xMm - left) * (right - xMm)) };
    }
    case "three-point": {
      const { fromLeftMm: x, fromTopMm: y } = frame.heightVanishingPoint;
      const product = (x - frame.leftVanishingPoint.fromLeftMm) * (frame.rightVanishingPoint.fromLeftMm - x);
      const rise = product / (y - horizonMm);
      return { principal: { xMm: x, yMm: horizonMm + rise }, distanceMm: Math.sqrt(product - rise * rise) };
    }
  }
}

/**
 * Points on the horizon from which true depths are carried over (B. Taylor, New Principles of Linear
 * Perspective, 1719, from memory): of each finite level VP v, at v ± √(|v − c|² + d² + |p − c|²), toward its
 * partner. In a one-point view these are the distance points, either side of the VP.
 */
export function measuringPoints(view: View, frame: Frame): PaperPoint[] {
  const { principal, distanceMm: d } = view.camera;
  const tilt = view.horizonMm - principal.yMm;
  const vps = (["depth", "width"] as const).flatMap((axis) => findVanishingPoint(view, frame, axis) ?? []);
  return vps.flatMap((vp) => {
    const reach = Math.sqrt((vp.xMm - principal.xMm) ** 2 + d * d + tilt * tilt);
    const sides = vps.length === 1 ? [-1, 1] : [vp.xMm < principal.xMm ? 1 : -1];
    return sides.map((side) => ({ xMm: vp.xMm + side * reach, yMm: view.horizonMm }));
  });
}

/**
 * Projects a homogeneous space point to paper: h = (d·x + pₓ·z, d·y + p_y·z, z). The third component is depth
 * times w-free scale, so a direction gives its vanishing point, at infinity when it runs level with the paper.
 */
export function worldToPaper(camera: Camera, p: SpacePoint | Vec3): HPoint {
  const { principal, distanceMm: d } = camera;
  return [d * p[0] + principal.xMm * p[2], d * p[1] + principal.yMm * p[2], p[2]];
}

/** Where a space point is seen on paper; null for what lies beside the eye or behind it. */
export function seenAt(camera: Camera, p: SpacePoint | Vec3): PaperPoint | null {
  return p[2] > 0 ? findPaperPoint(worldToPaper(camera, p)) : null;
}

/** The vanishing point of an axis, finite or at infinity alike. */
export function vanishingPoint(view: View, frame: Frame, axis: Axis): HPoint {
  return worldToPaper(view.camera, frame.axes[axis]);
}

/** Whether an axis runs level with the paper, so that its vanishing point lies at infinity. */
export function runsWithPaper(frame: Frame, axis: Axis): boolean {
  // Frames are built from exact zeros or from a VP within 10 m, which gives at least 1e-3.
  return Math.abs(frame.axes[axis][2]) < 1e-9;
}

/** The finite vanishing point of an axis on paper, or null when the axis runs level with the paper. */
export function findVanishingPoint(view: View, frame: Frame, axis: Axis): PaperPoint | null {
  return runsWithPaper(frame, axis) ? null : findPaperPoint(vanishingPoint(view, frame, axis));
}

/** The point of the line of sight through paper point `p` at depth `zMm`. */
export function paperToWorld(camera: Camera, p: PaperPoint, zMm: number): Vec3 {
  const k = zMm / camera.distanceMm;
  return [(p.xMm - camera.principal.xMm) * k, (p.yMm - camera.principal.yMm) * k, zMm];
}

/**
 * Depth of the ground point seen at paper point `p`: its ray cut with the ground. Null at or above the
 * horizon, where the ray never comes down to the ground.
 */
export function findGroundDepth(view: View, p: PaperPoint): number | null {
  const ray = paperToWorld(view.camera, p, 1);
  const { normal, offsetMm } = view.ground;
  const fall = normal[0] * ray[0] + normal[1] * ray[1] + normal[2] * ray[2];
  // A horizon at or below the sheet's bottom edge leaves no ground in front of the eye.
  if (!(offsetMm > 0 && fall > 0)) return null;
  const z = offsetMm / fall;
  return z < MAX_DEPTH_MM ? z : null;
}

/** A foot within a few thousandths of a mm of the horizon stands kilometres away: treated as on the horizon. */
const MAX_DEPTH_MM = 1e8;
