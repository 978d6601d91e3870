import { type OptionPlan, SIDE } from "../option.ts";
import type { ArchwaySlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<ArchwaySlice>[] = [
  SIDE,
  { kind: "part", field: "opening", label: "Opening, of the width" },
  { kind: "part", field: "springing", label: "Springing, of the height" },
  { kind: "choice", field: "arch", label: "Arch", named: { round: "round", low: "low" } },
];
