import { formatLength } from "../../../ground/base/index.ts";
import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import { type OwnHandle, ownChanges, snapMm } from "../own-handle.ts";
import type { HillsSlice } from "./shape.ts";

const set = ownChanges<HillsSlice>();

/** Every top, up and down. */
export function handles({ topsMm }: HillsSlice, _built: Built, view: View): OwnHandle[] {
  return topsMm.map((top, k) => ({
    part: `top-${k + 1}`,
    called: `top ${k + 1}`,
    reading: `${formatLength(top, view.sheet)} above the horizon`,
    way: "up-and-down",
    at: { xMm: (view.sheet.widthMm * k) / (topsMm.length - 1), yMm: view.horizonMm - top },
    drag: (to) => [set(`topsMm.${k}`, Math.max(0, snapMm(view.horizonMm - to.yMm, view)))],
  }));
}
