import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "road",
  menu: "Road",
  by: "near-edge",
  oneOfAKind: true,
  usual: ({ fromLeftMm }) => ({
    dashes: 6,
    joints: 5,
    crossing: null,
    handles: { fromLeftMm, half: 50, pavement: 25, kerb: 0, reach: 1 },
  }),
  variants: {
    junction: {
      label: "streets that cross",
      menu: "Streets that cross",
      over: {
        dashes: 0,
        joints: 0,
        crossing: { from: 0.35, to: 0.55 },
      },
    },
  },
  sample: { "one-point": [150, 190, 150, 190], "two-point": [190, 190, 190, 190] },
};
