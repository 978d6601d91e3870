import * as v from "valibot";
import { assemble, type Block, pointInBlock } from "../solids/index.ts";
import { type Frame, minus } from "../view/index.ts";
import { axesByView, boxSolid } from "./box.ts";
import { ObjectBase } from "./object-base.ts";
import { DepthSetBySchema, ExtentSchema, FOOT, impossibleExtents, layBlock } from "./placement.ts";
import type { Recipe } from "./recipe.ts";
import type { SolidPage } from "./solid-page.ts";

const thin = v.pipe(v.number(), v.minValue(0.02, "at least 0.02"), v.maxValue(0.45, "at most 0.45"));

/** A table: a top, and four legs flush with its corners. */
export const TableSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("table"),
  depthSetBy: DepthSetBySchema,
  /** Thickness of the top as a part of the height, of a leg as a part of the width and of the depth. */
  top: thin,
  leg: thin,
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type TableSlice = v.InferOutput<typeof TableSchema>;

/** A shelf: two sides, a bottom, a top and boards between, open in front and behind. */
export const ShelfSchema = v.strictObject({
  ...ObjectBase,
  recipe: v.literal("shelf"),
  depthSetBy: DepthSetBySchema,
  boards: v.pipe(v.number(), v.integer(), v.minValue(2, "at least a top and a bottom"), v.maxValue(12)),
  /** Thickness of the wood as a part of the width. */
  wood: v.pipe(v.number(), v.minValue(0.01, "at least 0.01"), v.maxValue(0.2, "at most 0.2")),
  handles: v.strictObject({ ...FOOT, width: ExtentSchema, height: ExtentSchema, depth: ExtentSchema }),
});
export type ShelfSlice = v.InferOutput<typeof ShelfSchema>;

interface Part {
  readonly prefix: string;
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
}

/** The nearest and uppermost parts come first: what they hide is left out or stopped at. */
function tableParts(slice: TableSlice): Part[] {
  const [t, l] = [1 - slice.top, slice.leg];
  const leg = (prefix: string, u: number, w: number): Part => ({
    prefix,
    from: [u, 0, w],
    to: [u + l, t, w + l],
  });
  return [
    { prefix: "top", from: [0, t, 0], to: [1, 1, 1] },
    leg("leg-1", 0, 0),
    leg("leg-2", 1 - l, 0),
    leg("leg-3", 1 - l, 1 - l),
    leg("leg-4", 0, 1 - l),
  ];
}

function shelfParts(slice: ShelfSlice, block: Block): Part[] {
  const w = slice.wood;
  // Boards are as thick as the sides, whatever the shelf's proportions.
  const h = Math.min(0.9 / slice.boards, (w * Math.hypot(...block.width)) / Math.hypot(...block.height));
  return [
    { prefix: "left-side", from: [0, 0, 0], to: [w, 1, 1] },
    { prefix: "right-side", from: [1 - w, 0, 0], to: [1, 1, 1] },
    ...Array.from({ length: slice.boards }, (_, i): Part => {
      const at = ((1 - h) * i) / (slice.boards - 1);
      return { prefix: `board-${i + 1}`, from: [w, at, 0], to: [1 - w, at + h, 1] };
    }).reverse(),
  ];
}

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

export const table: Recipe<TableSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const parts = tableParts(slice).map((part) => ({
      prefix: part.prefix,
      solid: partSolid(block, context.frame, part),
    }));
    return { solid: assemble(parts), block, points: {}, tie, findings };
  },
  draw: (page, slice) => drawParts(page, tableParts(slice)),
};

export const shelf: Recipe<ShelfSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const parts = shelfParts(slice, block).map((part) => ({
      prefix: part.prefix,
      solid: partSolid(block, context.frame, part),
    }));
    return { solid: assemble(parts), block, points: {}, tie, findings };
  },
  draw: (page, _slice, built) => {
    const prefixes = new Set(built.solid.faces.map((f) => f.id.slice(0, f.id.lastIndexOf("-"))));
    drawParts(
      page,
      [...prefixes].map((prefix) => ({ prefix })),
    );
  },
};

/**
 * Draws a thing of several boxes, one part after another: what lies true to the paper, guides, depth, back edges.
 * Each part goes on from lines and corners of those before it; what no line reaches is measured.
 */
function drawParts(page: SolidPage, parts: readonly { readonly prefix: string }[]): void {
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
function startPart(page: SolidPage, foot: string): void {
  if (!page.measureFromNeighbour(foot)) page.markFromEdges(foot);
}
