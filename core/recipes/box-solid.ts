import { type Finding, formatLength } from "../base/index.ts";
import type { PaperPoint } from "../geometry/index.ts";
import type { Edge, Face, Solid } from "../solids/index.ts";
import {
  AXES,
  type Axis,
  type Frame,
  findGroundDepth,
  paperToWorld,
  type Vec3,
  type View,
} from "../view/index.ts";
import type { BoxSlice } from "./box-slice.ts";

/** A corner by its place along width, height and depth: 0 at the start, 1 at the end. */
export type CornerBits = readonly [width: 0 | 1, height: 0 | 1, depth: 0 | 1];

const SIDES = { width: ["left", "right"], height: ["bottom", "top"], depth: ["front", "back"] } as const;
const BITS = [0, 1] as const;

export function cornerName([i, j, k]: CornerBits): string {
  return `${SIDES.depth[k]}-${SIDES.width[i]}-${SIDES.height[j]}`;
}

/** All corners, the upper before the lower and the front before the back, as a teacher goes round them. */
export const CORNERS_IN_ORDER: readonly string[] = BITS.flatMap((k) => [
  cornerName([0, 1, k]),
  cornerName([1, 1, k]),
  cornerName([1, 0, k]),
  cornerName([0, 0, k]),
]);

/** The box in front of the eye, from its paper handles; with a finding where the ground cannot carry it. */
export function solveBox(
  box: BoxSlice,
  view: View,
  frame: Frame,
): { solid: Solid; findings: readonly Finding[] } {
  const foot = footOnPaper(box, view);
  const depth = depthOfFoot(box, foot, view);
  return { solid: boxSolid(box, foot, depth.zMm, view, frame), findings: depth.findings };
}

function footOnPaper(box: BoxSlice, view: View): PaperPoint {
  return { xMm: box.handles.fromLeftMm, yMm: view.sheet.heightMm - box.handles.fromBottomMm };
}

/**
 * How far away the foot stands: where its ray meets the ground, or at the paper itself when the object is free.
 * A foot that the ground cannot carry is reported and drawn as free.
 */
function depthOfFoot(box: BoxSlice, foot: PaperPoint, view: View): { zMm: number; findings: Finding[] } {
  const zFree = view.camera.distanceMm;
  if (box.depthSetBy === "free") return { zMm: zFree, findings: [] };
  const z = findGroundDepth(view, foot);
  if (z !== null) return { zMm: z, findings: [] };
  const above = view.horizonMm - foot.yMm;
  return {
    zMm: zFree,
    findings: [
      {
        code: "foot-above-horizon",
        severity: "fault",
        about: box.id,
        message: `The ${box.label} stands on the ground, but its foot is ${
          above < 0.05 ? "on the horizon" : `${formatLength(above, view.sheet)} above the horizon`
        }, where no ground is. It is drawn as floating until then.`,
        numbers: { aboveHorizonMm: above },
        mend: {
          label: "Let it float",
          changes: [{ id: `object/${box.id}`, field: "depthSetBy", value: "free" }],
        },
      },
    ],
  };
}

/** The box's corners, edges and faces in front of the eye. Its paper measures hold at the foot's depth. */
function boxSolid(box: BoxSlice, foot: PaperPoint, zMm: number, view: View, frame: Frame): Solid {
  const start = paperToWorld(view.camera, foot, zMm);
  const reach = (axis: Axis): Vec3 => {
    const extent = box.handles[axis];
    const dir = frame.axes[axis];
    // Along the paper, true length = paper length × z/d; toward a VP, zFront/zBack = 1 − fraction.
    const length =
      "mm" in extent
        ? (extent.mm * zMm) / view.camera.distanceMm
        : (extent.fraction * zMm) / ((1 - extent.fraction) * dir[2]);
    return [dir[0] * length, dir[1] * length, dir[2] * length];
  };
  const [w, h, d] = [reach("width"), reach("height"), reach("depth")];
  const corners: Record<string, Vec3> = {};
  for (const i of BITS)
    for (const j of BITS)
      for (const k of BITS) {
        corners[cornerName([i, j, k])] = [
          start[0] + i * w[0] + j * h[0] + k * d[0],
          start[1] + i * w[1] + j * h[1] + k * d[1],
          start[2] + i * w[2] + j * h[2] + k * d[2],
        ];
      }
  return { corners, faces: boxFaces(frame), edges: BOX_EDGES, opaque: !box.seeThrough };
}

/** The twelve edges: an edge drops its own axis from its corners' names. */
const BOX_EDGES: readonly Edge[] = AXES.flatMap((axis, a) =>
  BITS.flatMap((p) =>
    BITS.map((q): Edge => {
      const at = (end: 0 | 1): CornerBits => (a === 0 ? [end, p, q] : a === 1 ? [p, end, q] : [p, q, end]);
      const [i, j, k] = at(0);
      const sides = { width: SIDES.width[i], height: SIDES.height[j], depth: SIDES.depth[k] };
      const [first, second] = (["depth", "width", "height"] as const).filter((o) => o !== axis);
      const names = [sides[first ?? "depth"], sides[second ?? "height"]] as const;
      return { id: names.join("-"), axis, from: cornerName(at(0)), to: cornerName(at(1)), faces: names };
    }),
  ),
);

/** The six faces, named after the side they close, with the frame's directions as outward normals. */
function boxFaces(frame: Frame): readonly Face[] {
  return AXES.flatMap((axis, a) =>
    BITS.map((end): Face => {
      const at = (p: 0 | 1, q: 0 | 1): CornerBits =>
        a === 0 ? [end, p, q] : a === 1 ? [p, end, q] : [p, q, end];
      const normal = outward(frame, axis);
      return {
        id: SIDES[axis][end],
        corners: [cornerName(at(0, 0)), cornerName(at(1, 0)), cornerName(at(1, 1)), cornerName(at(0, 1))],
        normal: end === 1 ? normal : [-normal[0], -normal[1], -normal[2]],
      };
    }),
  );
}

/** The unit normal of the faces that close an axis, on the axis' far side; axes need not be square to each other. */
function outward(frame: Frame, axis: Axis): Vec3 {
  const [u, w] = AXES.filter((other) => other !== axis).map((other) => frame.axes[other]);
  const dir = frame.axes[axis];
  if (!u || !w) return dir;
  const n: Vec3 = [u[1] * w[2] - u[2] * w[1], u[2] * w[0] - u[0] * w[2], u[0] * w[1] - u[1] * w[0]];
  const along = n[0] * dir[0] + n[1] * dir[1] + n[2] * dir[2];
  const size = Math.hypot(...n) * Math.sign(along);
  return [n[0] / size, n[1] / size, n[2] / size];
}
