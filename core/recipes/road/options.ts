import type { OptionPlan } from "../option.ts";
import type { RoadSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RoadSlice>[] = [
  { kind: "length", field: "handles.half", label: "Half the road" },
  { kind: "length", field: "handles.pavement", label: "Pavement" },
  { kind: "length", field: "handles.kerb", label: "Kerb" },
  { kind: "count", field: "dashes", label: "Dashes" },
  { kind: "count", field: "joints", label: "Joints" },
  { kind: "part", field: "handles.reach", label: "Drawn up to, of the way" },
];
