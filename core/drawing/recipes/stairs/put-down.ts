import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "stairs",
  menu: "Stairs",
  by: "front",
  usual: (spot) => ({ side: "front", steps: 4, ...blockAt(spot, 0.3) }),
  sample: { "one-point": [45, 185, 125, 115], "two-point": [150, 185, 151, 105] },
};
