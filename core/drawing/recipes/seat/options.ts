import { type OptionPlan, SIDE } from "../option.ts";
import type { SeatSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<SeatSlice>[] = [
  SIDE,
  { kind: "part", field: "seatHeight", label: "Seat, of the height" },
  { kind: "part", field: "seatDepth", label: "Seat, of the depth" },
  { kind: "switch", field: "rounded", label: "Rounded front edge" },
];
