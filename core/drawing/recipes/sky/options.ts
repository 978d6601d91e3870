import type { OptionPlan } from "../option.ts";
import type { SkySlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<SkySlice>[] = [
  { kind: "count", field: "bands", label: "Bands" },
  {
    kind: "choice",
    field: "palest",
    label: "Palest",
    named: { low: "at the horizon", high: "at the top" },
  },
];
