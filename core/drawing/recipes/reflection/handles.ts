import { formatLength } from "../../../ground/base/index.ts";
import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, snapMm } from "../own-handle.ts";
import type { ReflectionSlice } from "./shape.ts";

const set = ownChanges<ReflectionSlice>();

/** The shore line, held near the sheet's right edge. */
export function handles({ handles: water }: ReflectionSlice, _built: Built, view: View): OwnHandle[] {
  const { widthMm, heightMm } = view.sheet;
  return [
    {
      part: "shore",
      called: "shore line",
      reading: `${formatLength(water.shoreFromBottomMm, view.sheet)} up from the bottom`,
      way: "up-and-down",
      at: { xMm: widthMm * 0.92, yMm: heightMm - water.shoreFromBottomMm },
      drag: (to) => [set("handles.shoreFromBottomMm", Math.max(0, snapMm(heightMm - to.yMm, view)))],
    },
  ];
}
