import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "house",
  menu: "Gable house",
  by: "front",
  usual: (spot) => ({ side: "front", eaves: 0.6, ...blockAt(spot) }),
  sample: { "one-point": [45, 180, 125, 95], "two-point": [150, 185, 151, 95] },
};
