import { blockAt, type PutDown } from "../put-down.ts";

/** A plain arrow: enough corners to show what a free outline is. */
const ARROW = [
  { across: 0, up: 0.35 },
  { across: 0.55, up: 0.35 },
  { across: 0.55, up: 0 },
  { across: 1, up: 0.5 },
  { across: 0.55, up: 1 },
  { across: 0.55, up: 0.65 },
  { across: 0, up: 0.65 },
];

export const putDown: PutDown = {
  label: "shape",
  menu: "Own shape",
  by: "front",
  usual: (spot) => ({ seeThrough: false, side: "front", ...blockAt(spot), corners: ARROW, openings: [] }),
  sample: { "one-point": [40, 180, 130, 110], "two-point": [150, 185, 151, 115] },
};
