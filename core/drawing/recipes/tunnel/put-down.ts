import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "row of arches",
  menu: "Row of arches",
  by: "front",
  usual: (spot) => ({ arches: 5, springing: 0.55, order: "uprights-first", ...blockAt(spot, 0.65) }),
  sample: { "one-point": [40, 195, 260, 35], "two-point": [170, 195, 171, 90] },
};
