import { BACK_CHOICE, type OptionPlan } from "../option.ts";
import type { LetteringSlice } from "./shape.ts";

/** In the order a teacher meets them. */
export const options: readonly OptionPlan<LetteringSlice>[] = [
  { kind: "text", field: "text", label: "Word" },
  { kind: "part", field: "gap", label: "Gap, of a tile" },
  {
    kind: "choice",
    field: "tiles",
    label: "Tiles",
    named: { measured: "measured", template: "by template" },
  },
  { kind: "choice", field: "startFrom", label: "Begin at the", named: { left: "left", right: "right" } },
  {
    kind: "choice",
    field: "told",
    label: "Going back",
    named: { whole: "the whole word", "letter-by-letter": "letter by letter" },
  },
  {
    kind: "choice",
    field: "raysFrom",
    label: "Rays from",
    named: { corners: "all corners", "tile-corners": "the tiles' corners" },
  },
  BACK_CHOICE,
  { kind: "choice", field: "cornerStyle", label: "Corners", named: { square: "square", round: "rounded" } },
  { kind: "switch", field: "tilesOnly", label: "Only the tiles" },
];
