import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "round window",
  menu: "Arch, circle",
  by: "wall",
  usual: ({ host }) => ({
    on: host,
    shape: "arch",
    between: { from: 0.3, to: 0.7 },
    foot: 0,
    springing: 0.4,
    construction: "eight-points",
  }),
  onFace: ({ across, up }) => ({
    between: across,
    foot: up.from,
    springing: Math.round(((up.from + up.to) / 2) * 100) / 100,
  }),
};
