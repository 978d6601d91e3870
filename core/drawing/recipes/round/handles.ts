import type { Built } from "../../page/index.ts";
import type { View } from "../../view/index.ts";
import { handlesOnFace, type OwnHandle } from "../own-handle.ts";
import type { RoundSlice } from "./shape.ts";

/** Its two sides, and the line from which it springs. */
export function handles({ between: b, foot, springing }: RoundSlice, built: Built, view: View): OwnHandle[] {
  const middle = (b.from + b.to) / 2;
  return handlesOnFace<RoundSlice>(built, view, [
    {
      part: "begin",
      called: "left end",
      across: b.from,
      up: springing,
      slides: "across",
      field: "between.from",
      between: [0, b.to - 0.02],
    },
    {
      part: "end",
      called: "right end",
      across: b.to,
      up: springing,
      slides: "across",
      field: "between.to",
      between: [b.from + 0.02, 1],
    },
    {
      part: "springing",
      called: "springing line",
      across: middle,
      up: springing,
      slides: "up",
      field: "springing",
      between: [foot + 0.02, 1],
    },
  ]);
}
