import type { OptionPlan } from "../option.ts";
import type { RaysSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RaysSlice>[] = [
  { kind: "count", field: "pairs", label: "Pairs" },
  { kind: "count", field: "above", label: "Above the horizon" },
  {
    kind: "choice",
    field: "widths",
    label: "Strips",
    named: { even: "alike", narrowing: "each narrower" },
  },
  {
    kind: "choice",
    field: "drawnFrom",
    label: "Rays drawn",
    named: { edge: "from the edge", point: "from the point" },
  },
  { kind: "switch", field: "centre", label: "A ray down the middle" },
  { kind: "switch", field: "mirrored", label: "The same above the horizon" },
];
