import { BACK_CHOICE, type OptionPlan, SEE_THROUGH_SWITCH } from "../option.ts";
import type { BoxSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<BoxSlice>[] = [
  BACK_CHOICE,
  SEE_THROUGH_SWITCH,
  { kind: "switch", field: "observed", label: "From observation: angles carried over" },
];
