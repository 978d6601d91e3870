import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "box",
  menu: "Box",
  by: "front",
  usual: (spot) => ({ seeThrough: false, ...blockAt(spot) }),
  variants: {
    front: { label: "front", menu: "Front, rays only", over: { back: "rays" } },
    square: { label: "square", menu: "Traced square", over: { front: "template" } },
  },
  sample: { "one-point": [45, 185, 115, 120], "two-point": [150, 185, 151, 115] },
};
