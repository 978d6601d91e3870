import type { OptionPlan } from "../option.ts";
import type { TableSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<TableSlice>[] = [
  { kind: "part", field: "top", label: "Top, of the height" },
  { kind: "part", field: "leg", label: "Leg, of the width" },
];
