import { prism } from "../../solids/index.ts";
import { impossibleExtents, layBlock } from "../placement.ts";
import { drawSwept, PROFILE_PLANE, straightProfile } from "../profile.ts";
import type { Drawing } from "../recipe.ts";
import type { StairsSlice } from "./shape.ts";

export const drawing: Drawing<StairsSlice> = {
  impossible: (slice, frame) => impossibleExtents(slice.handles, frame),
  solve: (slice, context) => {
    const { block, tie, findings } = layBlock(slice, context);
    const { plane, sweep } = PROFILE_PLANE[slice.side];
    const n = slice.steps;
    const ring: (readonly [string, number, number])[] = [["foot", 0, 0]];
    for (let i = 1; i <= n; i++) ring.push([`riser-${i}`, (i - 1) / n, i / n], [`tread-${i}`, i / n, i / n]);
    ring.push(["heel", 1, 0]);
    const solid = prism(block, straightProfile(plane, [ring]), { axis: sweep, from: 0, to: 1 }, true);
    return { solid, block, points: {}, called: callSteps(n), tie, findings };
  },
  // Up, along, up, along: every riser and every tread measured.
  draw: (page, slice) => drawSwept(page, slice.side, "foot"),
};

/** "Edge of step 2", "inner corner of step 2"; at the far end the same with "far". */
function callSteps(n: number): Record<string, string> {
  const called: Record<string, string> = {};
  for (const [end, far] of [
    ["front", ""],
    ["left", ""],
    ["back", "far "],
    ["right", "far "],
  ] as const) {
    called[`${end}-foot`] = `${far}foot of the stairs`;
    called[`${end}-heel`] = `${far}heel of the stairs`;
    for (let i = 1; i <= n; i++) {
      called[`${end}-riser-${i}`] = `${far}edge of step ${i}`;
      called[`${end}-tread-${i}`] = i === n ? `${far}end of the top step` : `${far}inner corner of step ${i}`;
    }
  }
  return called;
}
