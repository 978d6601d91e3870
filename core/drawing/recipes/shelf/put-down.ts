import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "shelf",
  menu: "Shelf",
  by: "front",
  usual: (spot) => ({ boards: 4, wood: 0.06, ...blockAt(spot, 0.25) }),
  sample: { "one-point": [45, 190, 125, 100], "two-point": [150, 190, 151, 100] },
};
