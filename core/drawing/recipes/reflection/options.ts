import type { OptionPlan } from "../option.ts";
import type { ReflectionSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<ReflectionSlice>[] = [
  { kind: "length", field: "handles.dropMm", label: "Water below the ground" },
  { kind: "switch", field: "shore", label: "With the shore line" },
];
