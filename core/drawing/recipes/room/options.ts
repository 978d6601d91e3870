import type { OptionPlan } from "../option.ts";
import type { RoomSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<RoomSlice>[] = [
  {
    kind: "choice",
    field: "wall",
    label: "Back wall by",
    named: { marked: "a mark", slid: "sliding the ruler" },
  },
];
