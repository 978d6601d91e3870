import type { OptionPlan } from "../option.ts";
import type { RoadSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RoadSlice>[] = [
  { kind: "length", field: "handles.half", label: "Half the road" },
  { kind: "length", field: "handles.pavement", label: "Pavement" },
  { kind: "length", field: "handles.kerb", label: "Kerb" },
  {
    kind: "choice",
    field: "along",
    label: "Runs",
    named: { depth: "to the left or only point", width: "to the right point" },
  },
  { kind: "count", field: "dashes", label: "Dashes" },
  { kind: "part", field: "dashesFrom", label: "Dashes begin, of the way" },
  {
    kind: "meaning",
    field: "crossing",
    label: "Crossing road",
    means: [
      { key: "none", named: "none", value: null },
      { key: "near", named: "near", value: { from: 0.3, to: 0.5 } },
      { key: "far", named: "further off", value: { from: 0.55, to: 0.68 } },
    ],
    // One set in a file by hand is as near as it begins.
    nearest: (road) => (((road as { from?: number } | null)?.from ?? 0) < 0.45 ? "near" : "far"),
  },
  { kind: "count", field: "joints", label: "Joints" },
  { kind: "part", field: "handles.reach", label: "Drawn up to, of the way" },
];
