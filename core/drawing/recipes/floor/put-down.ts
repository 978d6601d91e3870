import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "floor",
  menu: "Floor",
  by: "near-edge",
  oneOfAKind: true,
  usual: ({ fromLeftMm, fromBottomMm, extent }) => ({
    columns: 6,
    rows: 5,
    spacing: "true",
    chequered: true,
    handles: { fromLeftMm, fromBottomMm, width: extent("width", 0.4), depth: extent("depth", 0.6) },
  }),
  sample: { "one-point": [25, 195, 225, 196], "two-point": [150, 200, 151, 201] },
};
