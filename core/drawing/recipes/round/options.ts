import type { OptionPlan } from "../option.ts";
import type { RoundSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RoundSlice>[] = [
  { kind: "choice", field: "shape", label: "Shape", named: { arch: "arch", circle: "circle" } },
  { kind: "part", field: "between.from", label: "Begin, of the width" },
  { kind: "part", field: "between.to", label: "End, of the width" },
  { kind: "part", field: "foot", label: "Foot, of the height" },
  { kind: "part", field: "springing", label: "Springing, of the height" },
  {
    kind: "choice",
    field: "construction",
    label: "Construction",
    named: { "eight-points": "with its points", "by-eye": "by eye" },
  },
];
