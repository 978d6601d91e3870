import type { OptionPlan } from "../option.ts";
import type { FreehandSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<FreehandSlice>[] = [
  { kind: "switch", field: "covers", label: "Covers what is behind" },
];
