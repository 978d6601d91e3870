import type { OptionPlan } from "../option.ts";
import type { OpeningsSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<OpeningsSlice>[] = [
  { kind: "count", field: "columns", label: "In a row" },
  { kind: "part", field: "rows.0.from", label: "Lower edge, of the height" },
  { kind: "part", field: "rows.0.to", label: "Upper edge, of the height" },
  { kind: "part", field: "between.from", label: "Begin, of the width" },
  { kind: "part", field: "between.to", label: "End, of the width" },
  { kind: "part", field: "gap", label: "Gap, of one's width" },
  { kind: "switch", field: "door", label: "As a door: three lines and a knob" },
  { kind: "count", field: "panes.across", label: "Panes across" },
  { kind: "count", field: "panes.up", label: "Panes up" },
];
