import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "house fronts",
  menu: "Fronts on rays",
  by: "host",
  usual: ({ host }) => ({
    of: host.object,
    side: "right",
    low: 4,
    high: 1,
    count: 3,
    between: { from: 0.35, to: 0.75 },
    gable: 0,
  }),
  sampleHost: "rays",
};
