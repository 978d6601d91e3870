import * as v from "valibot";
import { type Block, type Edge, type Face, pointInBlock, type Solid } from "../solids/index.ts";
import { AXES, type Axis, cross, dot, type Frame, unit, type Vec3 } from "../view/index.ts";
import { callPoint } from "./call-point.ts";
import { ObjectBase } from "./object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT, impossibleExtents, layBlock } from "./placement.ts";
import type { Recipe } from "./recipe.ts";
import type { SolidPage } from "./solid-page.ts";

export const BoxSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("box"),
  depthSetBy: DepthSetBySchema,
  seeThrough: v.boolean(),
  /** Drawn from observation: the angles of two side edges carried over, their crossing is the vanishing point. */
  observed: v.optional(v.boolean()),
  /** The corner nearest the eye at the foot, and the three extents from it. */
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type BoxSlice = v.InferOutput<typeof BoxSchema>;

export const box: Recipe<BoxSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const called = BOX_CORNERS_CALLED;
    return {
      solid: boxSolid(block, context.frame, !slice.seeThrough),
      block,
      points: {},
      called,
      tie,
      findings,
    };
  },
  draw: drawBox,
};

/**
 * Draws a box: first what lies true to the paper (a face, or the near upright), then from its corners a guide
 * to each vanishing point, then one mark for each depth and the edges copied from there. Which edges are drawn
 * follows from which faces show.
 */
function drawBox(page: SolidPage, slice: BoxSlice): void {
  const { flat, deep } = axesByView(page);

  page.phase("front");
  page.markFromEdges(FOOT_CORNER);
  drawTruePart(page, flat);

  page.phase("guides");
  for (const axis of deep) {
    if (slice.observed) observeGuides(page, axis);
    page.ruleGuides(axis);
  }

  page.phase("close");
  for (const axis of deep) page.markDepth(axis);
  page.ruleRemaining((edge) => page.shows(edge), flat);

  if (!slice.seeThrough) return;
  page.phase("see-through");
  for (const axis of deep) page.ruleGuides(axis, "hidden");
  for (const axis of deep) page.markDepth(axis);
  page.ruleRemaining(() => true, deep);
}

/**
 * From observation: the first two side edges at the angle the held pencil shows, carried on until they cross; the rest
 * follow that crossing. With a single edge to see, its angle is all there is.
 */
function observeGuides(page: SolidPage, axis: Axis): void {
  const guides = page.guidesToRule(axis);
  for (const { edge, from, to } of guides.slice(0, 2)) {
    page.ruleAtAngle(edge.id, from, to, { called: `edge ${edge.id.replaceAll("-", " ")}` });
    page.countAsRuled(edge.id);
  }
  const [first, second] = guides;
  if (!first || !second) return;
  page.markVanishingCrossing(`seen-point-${axis}`, axis, [first.edge.id, second.edge.id]);
  for (const { edge, from, to } of guides.slice(2)) {
    page.ruleTowardPoint(edge.id, from, to, `seen-point-${axis}`, { tail: true });
    page.countAsRuled(edge.id);
  }
}

/** The corner a block's foot handle stands at. */
export const FOOT_CORNER = "front-left-bottom";

/** Which axes run with the paper and which to vanishing points. */
export function axesByView(page: SolidPage): { flat: readonly Axis[]; deep: readonly Axis[] } {
  return {
    flat: AXES.filter((axis) => page.isFlat(axis)),
    deep: AXES.filter((axis) => !page.isFlat(axis)),
  };
}

/** The part of a block that lies true to the paper, measured: its front, its near upright, or just its foot. */
function drawTruePart(page: SolidPage, flat: readonly Axis[]): void {
  for (const axis of flat) {
    const edge = page.edgeFrom(FOOT_CORNER, axis);
    if (edge) page.ruleMeasured(edge);
  }
  const near = (name: string) => AXES.every((axis, i) => flat.includes(axis) || bitsOf(name)[i] === 0);
  page.ruleRemaining((e) => e.axis !== null && flat.includes(e.axis) && near(e.from) && near(e.to));
}

/** A corner by its place along width, height and depth: 0 at the start, 1 at the end. */
type CornerBits = readonly [width: 0 | 1, height: 0 | 1, depth: 0 | 1];

const SIDES = { width: ["left", "right"], height: ["bottom", "top"], depth: ["front", "back"] } as const;
const BITS = [0, 1] as const;

export function cornerName([i, j, k]: CornerBits): string {
  return `${SIDES.depth[k]}-${SIDES.width[i]}-${SIDES.height[j]}`;
}

function bitsOf(corner: string): CornerBits {
  return [corner.includes("right") ? 1 : 0, corner.includes("top") ? 1 : 0, corner.includes("back") ? 1 : 0];
}

/** What teachers call the eight corners: said once for all boxes. */
const BOX_CORNERS_CALLED: Readonly<Record<string, string>> = Object.fromEntries(
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
