import type { OptionPlan } from "../option.ts";
import type { FloorSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<FloorSlice>[] = [
  { kind: "count", field: "columns", label: "Columns" },
  { kind: "count", field: "rows", label: "Rows" },
  {
    kind: "choice",
    field: "spacing",
    label: "Rows",
    named: { true: "equal in truth", square: "square tiles", "by-eye": "by eye" },
  },
  { kind: "switch", field: "chequered", label: "Fill every other tile" },
];
