import type { OptionPlan } from "../option.ts";
import type { FacadesSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<FacadesSlice>[] = [
  { kind: "choice", field: "side", label: "On the", named: { left: "left", right: "right" } },
  { kind: "count", field: "count", label: "How many" },
  { kind: "count", field: "low", label: "Lower ray" },
  { kind: "count", field: "high", label: "Upper ray" },
  { kind: "part", field: "between.from", label: "Begin, of the way" },
  { kind: "part", field: "between.to", label: "End, of the way" },
  { kind: "part", field: "gable", label: "Gables, of a front" },
];
