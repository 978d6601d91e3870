import type { OptionPlan } from "../option.ts";
import type { ShelfSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<ShelfSlice>[] = [
  { kind: "count", field: "boards", label: "Boards" },
  { kind: "part", field: "wood", label: "Wood, of the width" },
];
