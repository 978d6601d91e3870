import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "box",
  menu: "Box",
  by: "front",
  usual: (spot) => ({ seeThrough: false, ...blockAt(spot) }),
  sample: { "one-point": [45, 185, 115, 120], "two-point": [150, 185, 151, 115] },
};
