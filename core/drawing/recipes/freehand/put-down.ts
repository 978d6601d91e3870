import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "bush",
  menu: "Freehand place",
  by: "front",
  usual: ({ fromLeftMm, fromBottomMm, depthSetBy, wideMm, highMm }) => ({
    depthSetBy,
    covers: true,
    handles: { fromLeftMm, fromBottomMm, widthMm: wideMm, heightMm: highMm },
  }),
  sample: { "one-point": [90, 170, 140, 110], "two-point": [90, 170, 140, 110] },
};
