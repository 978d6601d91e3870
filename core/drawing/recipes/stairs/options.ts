import { type OptionPlan, SIDE } from "../option.ts";
import type { StairsSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<StairsSlice>[] = [
  { kind: "count", field: "steps", label: "Steps" },
  SIDE,
];
