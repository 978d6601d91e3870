import type { OptionPlan } from "../option.ts";
import type { RowSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RowSlice>[] = [
  { kind: "choice", field: "kind", label: "Of", named: { posts: "posts", trees: "trees" } },
  { kind: "count", field: "count", label: "How many" },
  {
    kind: "choice",
    field: "spacing",
    label: "Spacing",
    named: { equal: "equal, by the diagonal", "by-eye": "by eye" },
  },
  {
    kind: "choice",
    field: "along",
    label: "Running",
    named: { depth: "into the depth", width: "to the side" },
  },
  {
    kind: "choice",
    field: "order",
    label: "The first is",
    named: { "near-to-far": "the nearest", "far-to-near": "the furthest" },
  },
  { kind: "length", field: "thick", label: "A post is wide" },
  {
    kind: "meaning",
    field: "bars",
    label: "Cross-bars",
    means: [
      { key: "none", named: "none", value: null },
      { key: "short", named: "short", value: { up: 0.9, half: 0.1 } },
      { key: "long", named: "long", value: { up: 0.9, half: 0.2 } },
    ],
    nearest: (bars) => (((bars as { half?: number } | null)?.half ?? 0) < 0.15 ? "short" : "long"),
  },
  {
    kind: "meaning",
    field: "rails",
    label: "Rails",
    means: [
      { key: "none", named: "none", value: [] },
      { key: "one", named: "one", value: [0.6] },
      { key: "two", named: "two", value: [0.35, 0.7] },
    ],
    // Rails set in a file by hand count as many as there are.
    nearest: (rails) => (Array.isArray(rails) && rails.length === 1 ? "one" : "two"),
  },
  { kind: "part", field: "sag", label: "Wires sag, of a post" },
  {
    kind: "choice",
    field: "wires",
    label: "Wires run",
    named: { between: "from post to post", "on-and-on": "from the point and off the sheet" },
  },
];
