import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "table",
  menu: "Table",
  by: "front",
  usual: (spot) => ({ top: 0.12, leg: 0.12, ...blockAt(spot, 0.35) }),
  sample: { "one-point": [45, 185, 135, 115], "two-point": [150, 185, 151, 115] },
};
