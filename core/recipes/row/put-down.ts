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
  variants: { trees: { label: "row of trees", menu: "Trees", over: { kind: "trees", rails: [] } } },
  sample: { "one-point": [35, 190, 36, 110], "two-point": [200, 190, 201, 130] },
};
