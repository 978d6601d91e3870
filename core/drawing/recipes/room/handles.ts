import { between } from "../../../ground/geometry/index.ts";
import { sayShare } from "../../../ground/lexicon/index.ts";
import type { Built } from "../../page/index.ts";
import { findVanishingPoint, requireFrame, type View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, shareOfGuide } from "../own-handle.ts";
import type { RoomSlice } from "./shape.ts";

const set = ownChanges<RoomSlice>();

/** The back wall, held where it meets the line from the sheet's upper left corner. */
export function handles(slice: RoomSlice, built: Built, view: View): OwnHandle[] {
  const corner = { xMm: 0, yMm: 0 };
  const { back } = slice.handles;
  const vp = findVanishingPoint(view, requireFrame(view, slice.frame), "depth");
  if (!vp || !built.solid.corners["near-left-top"]) return [];
  return [
    {
      part: "back",
      called: "back wall",
      reading: `${sayShare(back)} of the way to the vanishing point`,
      way: "along-guide",
      at: between(corner, vp, back),
      drag: (to) => {
        const share = shareOfGuide(corner, "depth", slice.frame, view, to, [0.1, 0.95]);
        return share === null ? [] : [set("handles.back", share)];
      },
    },
  ];
}
