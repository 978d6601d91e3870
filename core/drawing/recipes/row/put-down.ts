import type { PutDown } from "../put-down.ts";

export const putDown: PutDown = {
  label: "row of posts",
  menu: "Posts, rail",
  by: "foot-to-head",
  usual: ({ fromLeftMm, fromBottomMm, extent }) => ({
    kind: "posts",
    along: "depth",
    count: 6,
    spacing: "equal",
    rails: [0.6],
    sag: 0,
    handles: { fromLeftMm, fromBottomMm, height: extent("height", 0.2), gap: { fraction: 0.25 } },
  }),
  variants: {
    trees: { label: "row of trees", menu: "Trees", over: { kind: "trees", rails: [] } },
    poles: {
      label: "row of poles",
      menu: "Poles, wires",
      over: { rails: [], bars: { up: 0.9, half: 0.1 }, sag: 0.08, wires: "on-and-on" },
    },
    fence: { label: "fence", menu: "Fence", over: { thick: 4, rails: [0.35, 0.75] } },
  },
  sample: { "one-point": [35, 190, 36, 110], "two-point": [200, 190, 201, 130] },
};
