import { prism } from "../../solids/index.ts";
import type { Fault } from "../fault.ts";
import { impossibleExtents, layBlock, neverClosed } from "../placement.ts";
import { drawSwept, PROFILE_PLANE, straightProfile } from "../profile.ts";
import type { Drawing } from "../recipe.ts";
import type { OutlineSlice } from "./shape.ts";

export const drawing: Drawing<OutlineSlice> = {
  impossible: (slice, frame) => [
    ...impossibleExtents(slice.handles, frame),
    ...impossibleRing(slice.corners, "corners"),
    ...slice.openings.flatMap((o, i) => impossibleRing(o, `openings.${i}`)),
  ],
  solve: (slice, context) => {
    const { plane, sweep } = PROFILE_PLANE[slice.side];
    const { block, tie, findings } = layBlock(
      slice.back === "rays"
        ? { ...slice, handles: neverClosed(slice.handles, context.frame, [sweep]) }
        : slice,
      context,
    );
    const rings = [slice.corners, ...slice.openings].map((r, i) =>
      r.map((p, k) => [i === 0 ? `corner-${k + 1}` : `opening-${i}-${k + 1}`, p.across, p.up] as const),
    );
    const profile = straightProfile(plane, rings);
    return {
      solid: prism(block, profile, { axis: sweep, from: 0, to: 1 }, !slice.seeThrough),
      block,
      points: {},
      tie,
      findings,
    };
  },
  draw: (page, slice) => drawSwept(page, slice.side, "corner-1", slice.seeThrough, slice.back === "rays"),
};

/** An outline that crosses itself or has no area cannot be cut out of card, nor drawn. */
function impossibleRing(points: readonly { across: number; up: number }[], field: string): Fault[] {
  const at = (i: number) => points[i % points.length] ?? { across: 0, up: 0 };
  const turn = (
    a: { across: number; up: number },
    b: { across: number; up: number },
    c: { across: number; up: number },
  ) => (b.across - a.across) * (c.up - a.up) - (b.up - a.up) * (c.across - a.across);
  let area = 0;
  for (let i = 0; i < points.length; i++) {
    area += at(i).across * at(i + 1).up - at(i + 1).across * at(i).up;
    if (at(i).across === at(i + 1).across && at(i).up === at(i + 1).up)
      return [{ field: `${field}.${i}`, message: "two corners in a row are the same" }];
    for (let k = i + 2; k < points.length; k++) {
      if (i === 0 && k === points.length - 1) continue;
      const [a, b, c, d] = [at(i), at(i + 1), at(k), at(k + 1)];
      if (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0)
        return [
          {
            field: `${field}.${k}`,
            message: `the outline crosses itself between corners ${i + 1} and ${k + 1}`,
          },
        ];
    }
  }
  return Math.abs(area) < 1e-6 ? [{ field, message: "the outline has no area" }] : [];
}
