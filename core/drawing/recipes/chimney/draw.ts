import { type PaperPoint, regionContains } from "../../../ground/geometry/index.ts";
import type { Built, Page } from "../../page/index.ts";
import {
  type Block,
  cornerAt,
  type Edge,
  type Face,
  findFaceOnPaper,
  type Solid,
} from "../../solids/index.ts";
import { add, cross, dot, type Frame, minus, sizeOf, unit, type Vec3, type View } from "../../view/index.ts";
import { axesByView } from "../axes-by-view.ts";
import { BOX_CORNERS_CALLED, boxSolid, FOOT_CORNER } from "../block-solid.ts";
import { hostMissing, notBuilt } from "../host-missing.ts";
import { footOnPaper, impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import type { SolveContext } from "../solve-context.ts";
import type { ChimneySlice } from "./shape.ts";

export const drawing: Drawing<ChimneySlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: solveChimney,
  draw: drawChimney,
};

function solveChimney(slice: ChimneySlice, context: SolveContext): Built {
  const host = context.hostOf(slice.of);
  const slope = host && slopeUnder(slice, host.solid, context.view);
  if (!host || !slope) return noSlope(slice, host);
  const placed = { ...slice, depthSetBy: { object: slice.of, face: slope.id } };
  const { block, tie, findings } = layBlock(placed, context);
  const solid = onSlope(boxSolid(block, context.frame, true), block, slope, host.solid, context.frame);
  if (!standsOut(solid, block))
    return notBuilt(
      slice,
      "below-the-roof",
      `The ${slice.label} is lower than the roof it stands on: on one side its top lies below the slope. Make it higher or narrower. It is kept and not drawn until then.`,
    );
  const beside = isBeside(slice, host.solid, slope, context.view) ? [besideRoof(slice)] : [];
  return { solid, block, points: {}, called: BOX_CORNERS_CALLED, tie, findings: [...findings, ...beside] };
}

/** Whether every upright of a chimney leads up from the roof to its top. */
function standsOut({ corners }: Solid, { height }: Block): boolean {
  const up = unit(height);
  return Object.entries(corners).every(([name, foot]) => {
    const top = corners[name.replace("bottom", "top")];
    return (
      !name.endsWith("bottom") ||
      (top !== undefined && dot(minus(top, foot), up) > LEAST_SHARE * sizeOf(height))
    );
  });
}

/** An upright shorter than this share of the chimney's height is none. */
const LEAST_SHARE = 0.02;

/** A face is a slope when its normal rises between these shares: neither a wall nor a lid. */
const SLOPING = { least: 0.1, most: 0.97 } as const;

/** The slope that the foot lies on; beside all of them the first that turns to us. */
function slopeUnder({ handles }: ChimneySlice, solid: Solid, view: View): Face | null {
  const foot = footOnPaper(handles, view.sheet.heightMm);
  const slopes = solid.faces.filter((face) => {
    const up = -dot(face.normal, view.ground.normal);
    const turned = dot(face.normal, cornerAt(solid, face.corners[0] ?? "")) < 0;
    return turned && up > SLOPING.least && up < SLOPING.most;
  });
  const under = slopes.find((face) => isOn(face, solid, foot, view));
  return under ?? slopes[0] ?? null;
}

function isOn(face: Face, solid: Solid, foot: PaperPoint, view: View): boolean {
  const region = findFaceOnPaper(view.camera, solid, face);
  return region !== null && regionContains(region, foot);
}

function isBeside({ handles }: ChimneySlice, solid: Solid, slope: Face, view: View): boolean {
  return !isOn(slope, solid, footOnPaper(handles, view.sheet.heightMm), view);
}

function besideRoof(slice: ChimneySlice) {
  return {
    code: "off-its-face",
    severity: "warning" as const,
    about: slice.id,
    message: `The ${slice.label} stands beside the roof of "${slice.of}": it hangs on nothing. Drag its foot onto the slope.`,
    numbers: {},
  };
}

function noSlope(slice: ChimneySlice, host: Built | null): Built {
  if (!host) return hostMissing(slice, { object: slice.of }, host);
  return notBuilt(
    slice,
    "no-slope",
    `The ${slice.label} stands on a slope, but no sloping side of "${slice.of}" turns to us. It is kept and not drawn until then.`,
  );
}

/** The box cut off by the slope: every lower corner goes up or down its upright to the roof. */
function onSlope(box: Solid, block: Block, slope: Face, host: Solid, frame: Frame): Solid {
  const through = cornerAt(host, slope.corners[0] ?? "");
  const up = unit(block.height);
  const toSlope = (p: Vec3): Vec3 => add(p, up, dot(slope.normal, minus(through, p)) / dot(slope.normal, up));
  const corners = Object.fromEntries(
    Object.entries(box.corners).map(([name, p]) => [name, name.endsWith("bottom") ? toSlope(p) : p]),
  );
  const edges = box.edges.map((e): Edge => {
    if (!e.from.endsWith("bottom") || !e.to.endsWith("bottom") || !e.axis) return e;
    const [a, b] = [corners[e.from], corners[e.to]];
    const off = a && b ? unit(minus(b, a)) : frame.axes[e.axis];
    // Along the ridge a foot runs like the ridge; up the roof it slants.
    return sizeOf(cross(off, frame.axes[e.axis])) < 1e-9 ? e : { ...e, axis: null };
  });
  // Its underside lies on the roof: it neither shows nor hides.
  const faces = box.faces.filter((f) => f.id !== "bottom");
  return { ...box, corners, edges, faces };
}

/** Far uprights whose feet no line of the chimney finds are measured down from the top. */
function dropToSlope(page: Page): void {
  for (const e of page.solid.edges) {
    if (e.axis !== "height" || page.isRuled(e.id) || !page.shows(e)) continue;
    const open = page.isFound(e.to) && !page.isFound(e.from);
    if (open && !page.squarestCrossing(e.from, page.spaceLine(e.id, e.to, e.from).onPaper))
      page.ruleMeasured(e, e.to);
  }
}

/**
 * Draws a chimney: its nearest upright measured from a mark on the roof, the top of the near side, then down to the roof again;
 * guides from the top, the depth, and the far uprights down to where the roof is.
 */
function drawChimney(page: Page, _slice: ChimneySlice): void {
  if (!page.knows(FOOT_CORNER)) return;
  const { flat, deep } = axesByView(page);
  page.phase("front");
  page.markFromEdges(FOOT_CORNER);
  const first = page.edgeAt(FOOT_CORNER, "height");
  if (first) page.ruleMeasured(first, FOOT_CORNER);
  if (flat.includes("width")) {
    const top = page.edgeAt("front-left-top", "width");
    if (top) page.ruleMeasured(top, "front-left-top");
    const down = page.edgeAt("front-right-top", "height");
    if (down) page.ruleMeasured(down, "front-right-top");
  }
  const near = (e: Edge) => e.from.startsWith("front-") && e.to.startsWith("front-");
  if (flat.includes("width")) page.ruleRemaining((e) => near(e) && page.shows(e), flat);
  page.phase("guides");
  for (const axis of deep) page.ruleGuides(axis);
  page.phase("close");
  for (const axis of deep) page.markDepth(axis);
  dropToSlope(page);
  page.ruleRemaining((e) => page.shows(e), flat);
}
