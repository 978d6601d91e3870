import { blockAt, type PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "bench",
  menu: "Bench",
  by: "front",
  usual: (spot) => ({
    side: "front",
    seatHeight: 0.45,
    seatDepth: 0.7,
    rounded: true,
    ...blockAt(spot, 0.3),
  }),
  sample: { "one-point": [45, 185, 125, 115], "two-point": [150, 185, 151, 105] },
};
