import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "archway",
  menu: "Archway",
  by: "front",
  usual: (spot) => ({ side: "front", opening: 0.5, springing: 0.45, arch: "round", ...blockAt(spot, 0.2) }),
  sample: { "one-point": [45, 190, 135, 100], "two-point": [150, 190, 151, 90] },
};
