import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "reflection",
  menu: "Reflection",
  by: "host",
  usual: ({ host, fromBottomMm }) => ({
    of: host.object,
    shore: true,
    handles: { dropMm: 5, shoreFromBottomMm: fromBottomMm },
  }),
  sample: { "one-point": [0, 0, 0, 66], "two-point": [0, 0, 0, 66] },
  sampleHost: "house",
};
