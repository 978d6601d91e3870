import { BACK_CHOICE, type OptionPlan, SEE_THROUGH_SWITCH } from "../option.ts";
import type { BoxSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<BoxSlice>[] = [
  {
    kind: "choice",
    field: "front",
    label: "Front",
    named: { measured: "measured", template: "by template" },
  },
  BACK_CHOICE,
  SEE_THROUGH_SWITCH,
  { kind: "switch", field: "observed", label: "From observation: angles carried over" },
];
