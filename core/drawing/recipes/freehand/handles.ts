import { formatLength } from "../../../ground/base/index.ts";
import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, snapMm } from "../own-handle.ts";
import type { FreehandSlice } from "./shape.ts";

const set = ownChanges<FreehandSlice>();

/** Its upper right corner: how wide and high the place is. */
export function handles({ handles: place }: FreehandSlice, _built: Built, view: View): OwnHandle[] {
  const { fromLeftMm, fromBottomMm, widthMm: wide, heightMm: high } = place;
  const bottom = view.sheet.heightMm - fromBottomMm;
  return [
    {
      part: "size",
      called: "size",
      reading: `${formatLength(wide, view.sheet)} wide and ${formatLength(high, view.sheet)} high`,
      way: "freely",
      at: { xMm: fromLeftMm + wide / 2, yMm: bottom - high },
      drag: (to) => [
        set("handles.widthMm", Math.max(1, snapMm(2 * (to.xMm - fromLeftMm), view))),
        set("handles.heightMm", Math.max(1, snapMm(bottom - to.yMm, view))),
      ],
    },
  ];
}
