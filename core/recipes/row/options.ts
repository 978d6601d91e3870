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
];
