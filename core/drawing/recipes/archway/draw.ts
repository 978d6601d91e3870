import { facetCount, type ProfilePoint } from "../../solids/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import { drawSwept, PROFILE_PLANE, sweptSolid } from "../profile.ts";
import type { Drawing } from "../recipe.ts";
import type { ArchwaySlice } from "./shape.ts";

/** The arch leaves at least this part of the wall above its crown. */
const ABOVE_CROWN = 0.03;

export const drawing: Drawing<ArchwaySlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const { plane } = PROFILE_PLANE[slice.side];
    const { left, right, spring, rise } = archShares(
      slice,
      Math.hypot(...block[plane[0]]),
      Math.hypot(...block[plane[1]]),
    );
    const radius = ((right - left) / 2) * Math.hypot(...block[plane[0]]);
    const facets = facetCount((radius * context.view.camera.distanceMm) / block.origin[2], Math.PI);
    const ring: ProfilePoint[] = [
      { name: "left-bottom", at: [0, 0] },
      { name: "left-top", at: [0, 1] },
      { name: "right-top", at: [1, 1] },
      { name: "right-bottom", at: [1, 0] },
      { name: "opening-right", at: [right, 0] },
      {
        name: "springing-right",
        at: [right, spring],
        arc: {
          centre: [0.5, spring],
          radius: [(right - left) / 2, rise],
          fromRad: 0,
          toRad: Math.PI,
          facets,
        },
      },
      { name: "springing-left", at: [left, spring] },
      { name: "opening-left", at: [left, 0] },
    ];
    const solid = sweptSolid(block, slice.side, ring);
    return { solid, block, points: {}, tie, findings };
  },
  draw: (page, slice) => drawSwept(page, slice.side, "left-bottom"),
};

/** Shares of the wall at which the arch stands: a true half circle, unless the wall is too low for it. */
function archShares(slice: ArchwaySlice, across: number, up: number) {
  const half = slice.opening / 2;
  const wanted = ((half * across) / up) * (slice.arch === "round" ? 1 : 0.5);
  const rise = Math.min(wanted, 1 - ABOVE_CROWN - Math.min(slice.springing, 0.9));
  return { left: 0.5 - half, right: 0.5 + half, spring: Math.min(slice.springing, 0.9), rise };
}
