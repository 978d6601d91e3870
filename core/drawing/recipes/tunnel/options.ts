import type { OptionPlan } from "../option.ts";
import type { TunnelSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<TunnelSlice>[] = [
  { kind: "count", field: "arches", label: "Arches" },
  { kind: "part", field: "springing", label: "Springing, of the height" },
  {
    kind: "choice",
    field: "order",
    label: "Order",
    named: {
      "uprights-first": "uprights first",
      "arches-first": "arches first",
      "arches-only": "arches only, from the walls",
    },
  },
];
