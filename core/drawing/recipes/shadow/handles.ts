import { formatLength } from "../../../ground/base/index.ts";
import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, snapMm } from "../own-handle.ts";
import type { ShadowSlice } from "./shape.ts";

const set = ownChanges<ShadowSlice>();

/** The sun, or the point it shines at from behind us. */
export function handles({ handles: sun }: ShadowSlice, _built: Built, view: View): OwnHandle[] {
  return [
    {
      part: "sun",
      called: "sun",
      reading: `${formatLength(sun.sunFromLeftMm, view.sheet)} from the left edge`,
      way: "freely",
      at: { xMm: sun.sunFromLeftMm, yMm: sun.sunFromTopMm },
      drag: (to) => [
        set("handles.sunFromLeftMm", snapMm(to.xMm, view)),
        set("handles.sunFromTopMm", snapMm(to.yMm, view)),
      ],
    },
  ];
}
