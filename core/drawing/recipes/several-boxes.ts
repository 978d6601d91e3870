import type { Page } from "../page/index.ts";
import { assemble, type Block, pointInBlock } from "../solids/index.ts";
import { type Frame, minus } from "../view/index.ts";
import { axesByView } from "./axes-by-view.ts";
import { boxSolid } from "./block-solid.ts";

/** A box that is part of a thing: its name, and two opposite corners in shares of the whole block. */
export interface Part {
  readonly prefix: string;
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
}

/** The parts as one solid, each with its own corners, edges and faces. */
export function partsSolid(block: Block, frame: Frame, parts: readonly Part[]) {
  return assemble(parts.map((part) => ({ prefix: part.prefix, solid: partSolid(block, frame, part) })));
}

/** The box of one part. */
function partSolid(block: Block, frame: Frame, part: Part) {
  const at = (p: readonly [number, number, number]) => pointInBlock(block, p[0], p[1], p[2]);
  const origin = at(part.from);
  return boxSolid(
    {
      origin,
      width: minus(at([part.to[0], part.from[1], part.from[2]]), origin),
      height: minus(at([part.from[0], part.to[1], part.from[2]]), origin),
      depth: minus(at([part.from[0], part.from[1], part.to[2]]), origin),
    },
    frame,
    true,
  );
}

/**
 * Draws a thing of several boxes, one part after another: what lies true to the paper, guides, depth, back edges.
 * Each part goes on from lines and corners of those before it; what no line reaches is measured.
 */
export function drawParts(page: Page, parts: readonly { readonly prefix: string }[]): void {
  const { flat, deep } = axesByView(page);
  for (const { prefix } of parts) {
    const edges = page.solid.edges.filter((e) => e.id.startsWith(`${prefix}-`));
    if (!edges.some((e) => page.shows(e))) continue;
    page.phase(prefix);
    const foot = `${prefix}-front-left-bottom`;
    if (!page.isFound(foot)) startPart(page, foot);
    for (const axis of flat) {
      const edge = edges.find((e) => e.axis === axis && e.from === foot);
      if (edge && !page.isRuled(edge.id) && page.shows(edge)) page.ruleMeasured(edge);
    }
    const isFront = (name: string) => name.startsWith(`${prefix}-front-`);
    page.ruleRemaining(
      (e) =>
        edges.includes(e) &&
        page.shows(e) &&
        e.axis !== null &&
        flat.includes(e.axis) &&
        isFront(e.from) &&
        isFront(e.to),
      flat,
    );
    for (const axis of deep) page.ruleGuidesOf(axis, edges);
    for (const axis of deep) page.markDepth(axis);
    page.ruleRemaining((e) => edges.includes(e) && page.shows(e), flat);
  }
}

/** A part begins on a line that is there, or is measured from the sheet's edges. */
function startPart(page: Page, foot: string): void {
  if (!page.measureFromNeighbour(foot)) page.markFromEdges(foot);
}
