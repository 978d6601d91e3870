import { type OptionPlan, SIDE } from "../option.ts";
import type { HouseSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<HouseSlice>[] = [
  SIDE,
  { kind: "part", field: "eaves", label: "Eaves, of the height" },
  { kind: "switch", field: "observed", label: "From observation: angles carried over" },
];
