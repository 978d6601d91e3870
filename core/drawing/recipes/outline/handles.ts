import type { PaperPoint } from "../../../ground/geometry/index.ts";
import { sayShare } from "../../../ground/lexicon/index.ts";
import type { Built } from "../../page/index.ts";
import type { Block } from "../../solids/index.ts";
import { cross, dot, seenAt, type Vec3, type View } from "../../view/index.ts";
import { type OwnHandle, offOnPlane, ownChanges } from "../own-handle.ts";
import type { OutlineSlice } from "./shape.ts";

const set = ownChanges<OutlineSlice>();

/** Every corner of its face, sliding over the plane of the face. */
export function handles(slice: OutlineSlice, { block, solid }: Built, view: View): OwnHandle[] {
  if (!block) return [];
  const [across, end] = slice.side === "front" ? (["width", "front"] as const) : (["depth", "left"] as const);
  return slice.corners.flatMap((corner, k): OwnHandle[] => {
    const standing = solid.corners[`${end}-corner-${k + 1}`];
    const at = standing && seenAt(view.camera, standing);
    if (!at) return [];
    return [
      {
        part: `corner-${k + 1}`,
        called: `corner ${k + 1}`,
        reading: `${sayShare(corner.across)} across, ${sayShare(corner.up)} up`,
        way: "freely",
        at,
        drag: (to) => {
          const value = sharesOnFront(block, across, to, view);
          return value ? [set(`corners.${k}`, value)] : [];
        },
      },
    ];
  });
}

/** Where a line of sight meets the front plane of a block, in shares of its two sides, in hundredths. */
function sharesOnFront(
  block: Block,
  across: "width" | "depth",
  to: PaperPoint,
  view: View,
): { across: number; up: number } | null {
  const [u, w] = [block[across], block.height];
  const off = offOnPlane(block.origin, cross(u, w), to, view);
  if (!off) return null;
  // The two sides need not be square to each other on paper, but are in space: shares by projection.
  const share = (side: Vec3) =>
    Math.round(Math.min(1, Math.max(0, dot(off, side) / dot(side, side))) * 100) / 100;
  return { across: share(u), up: share(w) };
}
