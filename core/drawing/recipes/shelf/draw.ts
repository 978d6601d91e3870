import type { Block } from "../../solids/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import { drawParts, type Part, partsSolid } from "../several-boxes.ts";
import type { ShelfSlice } from "./shape.ts";

export const drawing: Drawing<ShelfSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    return {
      solid: partsSolid(block, context.frame, shelfParts(slice, block)),
      block,
      points: {},
      tie,
      findings,
    };
  },
  draw: (page, _slice, built) => {
    const prefixes = new Set(built.solid.faces.map((f) => f.id.slice(0, f.id.lastIndexOf("-"))));
    drawParts(
      page,
      [...prefixes].map((prefix) => ({ prefix })),
    );
  },
};

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
