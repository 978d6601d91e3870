import { impossibleExtents, layBlock } from "../placement.ts";
import type { Drawing } from "../recipe.ts";
import { drawParts, type Part, partsSolid } from "../several-boxes.ts";
import type { TableSlice } from "./shape.ts";

export const drawing: Drawing<TableSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    return { solid: partsSolid(block, context.frame, tableParts(slice)), block, points: {}, tie, findings };
  },
  draw: (page, slice) => drawParts(page, tableParts(slice)),
};

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
