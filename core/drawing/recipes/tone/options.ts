import type { OptionPlan } from "../option.ts";
import type { ToneSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<ToneSlice>[] = [
  { kind: "choice", field: "lightFrom", label: "Light from the", named: { left: "left", right: "right" } },
];
