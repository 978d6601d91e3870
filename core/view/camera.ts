import { requireAt } from "../base/index.ts";
import { findPaperPoint, type HPoint, type PaperPoint } from "../geometry/index.ts";

import type { Sheet } from "./sheet.ts";
import type { ViewSlice } from "./view-slice.ts";

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
export const DEFAULT_DISTANCE_OF_DIAGONAL = 0.87;

/**
 * The camera and frames behind what the teacher set. In a two-point view the principal point stands midway
 * between the VPs and (vL − p)(vR − p) = −d² (Hartley & Zisserman, Multiple View Geometry, 2nd ed., ch. 8,
 * from memory). The ground meets the paper at the sheet's bottom edge.
 */
export function planView(slice: ViewSlice, sheet: Sheet): View {
  const first = requireAt(slice.frames, 0);
  const horizonMm = slice.horizonFromTopMm;
  const camera = cameraOf(first, slice, sheet);
  return {
    camera,
    frames: slice.frames.map((frame) => {
      if (frame.kind === "one-point") {
        return { id: frame.id, axes: { width: [1, 0, 0], height: [0, -1, 0], depth: [0, 0, 1] } };
      }
      const toVp = (xMm: number): Vec3 => {
        const dx = xMm - camera.principal.xMm;
        const length = Math.hypot(dx, camera.distanceMm);
        return [dx / length, 0, camera.distanceMm / length];
      };
      return {
        id: frame.id,
        axes: {
          width: toVp(frame.rightVanishingPoint.fromLeftMm),
          height: [0, -1, 0],
          depth: toVp(frame.leftVanishingPoint.fromLeftMm),
        },
      };
    }),
    ground: { normal: [0, 1, 0], offsetMm: sheet.heightMm - horizonMm },
    horizonMm,
    sheet,
  };
}

function cameraOf(frame: ViewSlice["frames"][number], slice: ViewSlice, sheet: Sheet): Camera {
  const horizonMm = slice.horizonFromTopMm;
  if (frame.kind === "one-point") {
    return {
      principal: { xMm: frame.vanishingPoint.fromLeftMm, yMm: horizonMm },
      distanceMm:
        slice.viewingDistanceMm ?? DEFAULT_DISTANCE_OF_DIAGONAL * Math.hypot(sheet.widthMm, sheet.heightMm),
    };
  }
  const left = frame.leftVanishingPoint.fromLeftMm;
  const right = frame.rightVanishingPoint.fromLeftMm;
  return { principal: { xMm: (left + right) / 2, yMm: horizonMm }, distanceMm: (right - left) / 2 };
}

export function requireFrame(view: View, id: string): Frame {
  const frame = view.frames.find((f) => f.id === id);
  if (!frame)
    throw new Error(`The view has no frame "${id}"; it has ${view.frames.map((f) => f.id).join(", ")}.`);
  return frame;
}

/**
 * Projects a homogeneous space point to paper: h = (d·x + pₓ·z, d·y + p_y·z, z). The third component is depth
 * times w-free scale, so a direction gives its vanishing point, at infinity when it runs level with the paper.
 */
export function worldToPaper(camera: Camera, p: SpacePoint | Vec3): HPoint {
  const { principal, distanceMm: d } = camera;
  return [d * p[0] + principal.xMm * p[2], d * p[1] + principal.yMm * p[2], p[2]];
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
