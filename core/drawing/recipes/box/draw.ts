import type { Page } from "../../page/index.ts";
import { AXES, type Axis } from "../../view/index.ts";
import { axesByView } from "../axes-by-view.ts";
import { BOX_CORNERS_CALLED, bitsOf, boxSolid, FOOT_CORNER } from "../block-solid.ts";
import { observeGuides } from "../observe.ts";
import { guidesOf, impossibleExtents, layBlock, neverClosed } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import type { BoxSlice } from "./shape.ts";

export const drawing: Drawing<BoxSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const open = slice.back === "rays";
    const placed = open ? { ...slice, handles: neverClosed(slice.handles, context.frame) } : slice;
    const { block, tie, findings } = layBlock(placed, context);
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
function drawBox(page: Page, slice: BoxSlice): void {
  const { flat, deep } = axesByView(page);
  const ahead = guidesOf(slice.depthSetBy);
  if (ahead !== null && page.solidOf(ahead)) {
    drawBehind(page, ahead, flat);
    return;
  }

  page.phase("front");
  if (slice.front === "template" && flat.length === 2) traceFront(page);
  else {
    const start = page.firstCorner(FOOT_CORNER, flat);
    page.markFromEdges(start);
    drawTruePart(page, flat, start);
  }

  if (slice.observed && slice.back !== "rays") for (const axis of deep) observeGuides(page, axis);
  page.phase("guides");
  if (slice.back === "rays") {
    for (const axis of deep) page.ruleRays(axis);
    return;
  }
  for (const axis of deep) page.ruleGuides(axis);

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
 * A second box on the guides of the first: one mark on a guide for its front, the front copied between the guides, a mark for
 * its back, the back copied too; the guides themselves are there, and are gone over at last.
 */
function drawBehind(page: Page, ahead: string, flat: readonly Axis[]): void {
  page.goesOnFrom(ahead);
  const shared = page.solid.edges.filter(
    (e) => e.axis === "depth" && page.shows(e) && page.lineThrough(e.from),
  );
  const first = shared.find((e) => page.isFound(`${ahead}/${e.from}`) && !page.isCovered(e.from));
  if (!first) return;
  page.phase("front");
  page.partWay(first.from, `${ahead}/${first.from}`, "depth");
  const near = (name: string) => bitsOf(name)[2] === 0;
  page.ruleRemaining((e) => page.shows(e) && near(e.from) && near(e.to), flat);
  page.phase("close");
  for (const edge of shared) page.countAsRuled(edge.id);
  page.markDepth("depth");
  page.ruleRemaining((e) => page.shows(e), flat);
  for (const edge of shared)
    if (page.isFound(edge.from) && page.isFound(edge.to)) page.trace(edge.id, edge.from, edge.to);
}

/** A front that faces us, traced round a card laid with its lower left corner on the first mark: left, base, top and right. */
function traceFront(page: Page): void {
  page.markFromEdges(FOOT_CORNER);
  for (const [from, axis] of [
    [FOOT_CORNER, "height"],
    [FOOT_CORNER, "width"],
    ["front-left-top", "width"],
    ["front-right-bottom", "height"],
  ] as const) {
    const edge = page.edgeAt(from, axis);
    if (!edge) continue;
    page.ruleAlong(edge.id, from, page.otherEnd(edge, from), axis, {
      template: true,
      measured: true,
      called: "side of the card",
    });
    page.countAsRuled(edge.id);
  }
}

/** The part of a block that lies true to the paper, measured: its front, its near upright, or just its foot. */
function drawTruePart(page: Page, flat: readonly Axis[], start: string): void {
  for (const axis of flat) {
    const edge = page.edgeAt(start, axis);
    if (edge) page.ruleMeasured(edge, start);
  }
  // The other upright is measured too: then the last side only joins.
  const [across, up] = flat;
  const first = across && up ? page.edgeAt(start, across) : undefined;
  const other = first && up ? page.edgeAt(page.otherEnd(first, start), up) : undefined;
  if (other) page.ruleMeasured(other);
  const near = (name: string) => AXES.every((axis, i) => flat.includes(axis) || bitsOf(name)[i] === 0);
  page.ruleRemaining((e) => e.axis !== null && flat.includes(e.axis) && near(e.from) && near(e.to));
}
