import { callPoint } from "../page/index.ts";
import { type Block, type Edge, type Face, pointInBlock, type Solid } from "../solids/index.ts";
import { AXES, type Axis, cross, dot, type Frame, unit, type Vec3 } from "../view/index.ts";

/** The corner a block's foot handle stands at. */
export const FOOT_CORNER = "front-left-bottom";

/** A corner by its place along width, height and depth: 0 at the start, 1 at the end. */
export type CornerBits = readonly [width: 0 | 1, height: 0 | 1, depth: 0 | 1];

const SIDES = { width: ["left", "right"], height: ["bottom", "top"], depth: ["front", "back"] } as const;
const BITS = [0, 1] as const;

function cornerName([i, j, k]: CornerBits): string {
  return `${SIDES.depth[k]}-${SIDES.width[i]}-${SIDES.height[j]}`;
}

export function bitsOf(corner: string): CornerBits {
  return [corner.includes("right") ? 1 : 0, corner.includes("top") ? 1 : 0, corner.includes("back") ? 1 : 0];
}

/** What teachers call the eight corners: said once for all boxes. */
export const BOX_CORNERS_CALLED: Readonly<Record<string, string>> = Object.fromEntries(
  BITS.flatMap((i) => BITS.flatMap((j) => BITS.map((k) => cornerName([i, j, k])))).map((name) => [
    name,
    callPoint(name),
  ]),
);

/** The box that fills a block, with its faces named after the side they close. */
export function boxSolid(block: Block, frame: Frame, opaque: boolean): Solid {
  const corners: Record<string, Vec3> = {};
  for (const i of BITS)
    for (const j of BITS) for (const k of BITS) corners[cornerName([i, j, k])] = pointInBlock(block, i, j, k);
  return { corners, faces: boxFaces(frame), edges: BOX_EDGES, opaque, convex: true };
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

function boxFaces(frame: Frame): readonly Face[] {
  return AXES.flatMap((axis, a) =>
    BITS.map((end): Face => {
      const at = (p: 0 | 1, q: 0 | 1): CornerBits =>
        a === 0 ? [end, p, q] : a === 1 ? [p, end, q] : [p, q, end];
      const normal = outward(frame, axis);
      return {
        id: SIDES[axis][end],
        corners: [cornerName(at(0, 0)), cornerName(at(1, 0)), cornerName(at(1, 1)), cornerName(at(0, 1))],
        holes: [],
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
  const n = unit(cross(u, w));
  return dot(n, dir) >= 0 ? n : [-n[0], -n[1], -n[2]];
}
