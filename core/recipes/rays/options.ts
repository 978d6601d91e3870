import type { OptionPlan } from "../option.ts";
import type { RaysSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RaysSlice>[] = [
  { kind: "count", field: "pairs", label: "Pairs" },
  { kind: "count", field: "above", label: "Above the horizon" },
];
