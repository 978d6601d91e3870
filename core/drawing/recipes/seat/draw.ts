import { facetCount, type ProfilePoint } from "../../solids/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import { drawSwept, PROFILE_PLANE, sweptSolid } from "../profile.ts";
import type { Drawing } from "../recipe.ts";
import type { SeatSlice } from "./shape.ts";

export const drawing: Drawing<SeatSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const { plane } = PROFILE_PLANE[slice.side];
    const [h, d] = [slice.seatHeight, slice.seatDepth];
    const across = Math.hypot(...block[plane[0]]);
    const up = Math.hypot(...block[plane[1]]);
    // A true quarter circle: as far down as it is deep.
    const r = Math.min(h * up, d * across) * 0.6;
    const [ra, ru] = [r / across, r / up];
    const facets = facetCount((r * context.view.camera.distanceMm) / block.origin[2], Math.PI / 2);
    const front: ProfilePoint[] = slice.rounded
      ? [
          {
            name: "round-start",
            at: [0, h - ru],
            arc: {
              centre: [ra, h - ru],
              radius: [ra, ru],
              fromRad: Math.PI,
              toRad: Math.PI / 2,
              facets,
            },
          },
          { name: "round-end", at: [ra, h] },
        ]
      : [{ name: "seat-edge", at: [0, h] }];
    const ring: ProfilePoint[] = [
      { name: "foot", at: [0, 0] },
      ...front,
      { name: "seat-back", at: [d, h] },
      { name: "back-top", at: [d, 1] },
      { name: "far-top", at: [1, 1] },
      { name: "far-foot", at: [1, 0] },
    ];
    const solid = sweptSolid(block, slice.side, ring);
    return { solid, block, points: {}, tie, findings };
  },
  draw: (page, slice) => drawSwept(page, slice.side, "foot"),
};
