import { formatLength } from "../../../ground/base/index.ts";
import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, snapMm } from "../own-handle.ts";
import type { RoadSlice } from "./shape.ts";

const set = ownChanges<RoadSlice>();

/** Its middle and one edge, on the sheet's lower edge. */
export function handles({ handles: at }: RoadSlice, _built: Built, view: View): OwnHandle[] {
  const yMm = view.sheet.heightMm;
  return [
    {
      part: "middle",
      called: "middle",
      reading: `${formatLength(at.fromLeftMm, view.sheet)} from the left edge`,
      way: "across",
      at: { xMm: at.fromLeftMm, yMm },
      drag: (to) => [set("handles.fromLeftMm", snapMm(to.xMm, view))],
    },
    {
      part: "half",
      called: "edge",
      reading: `${formatLength(at.half, view.sheet)} from the middle`,
      way: "across",
      at: { xMm: at.fromLeftMm + at.half, yMm },
      drag: (to) => [set("handles.half", Math.max(1, snapMm(to.xMm - at.fromLeftMm, view)))],
    },
  ];
}
