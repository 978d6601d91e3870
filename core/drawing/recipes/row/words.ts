import { type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  first: {
    title: "{it}: the first one",
    check: [when(["upright"], "It runs like the sheet's side edges.")],
    slip: [when(["upright"], "An upright that leans.")],
    slipKind: "leaning",
  },
  guides: {
    ...TO_VP,
    title: "{it}: guides for heads and feet",
    why: [
      when(["guides"], "Two guides give all the others their height."),
      when([], "Two lines give all the others their height."),
    ],
  },
  others: {
    title: "{it}: the others",
    why: [when(["through"], "Equal steps: each line through a middle finds the next foot.")],
    check: [
      when(["running"], "The gaps shrink together toward the point."),
      when(["through"], "The gaps shrink together toward the point."),
    ],
    slip: [when(["through"], "Equal gaps: the row then does not go back.")],
    slipKind: "even-gaps",
  },
  rails: {
    title: "{it}: the rails",
    check: [when(["guide"], "Every rail runs into the point.")],
    slip: "Drawing a rail through a post.",
  },
  bars: {
    title: "{it}: the first cross-bar",
    check: [when(["level"], "It reaches as far to the left as to the right.")],
  },
  "bar-guides": {
    title: "{it}: the other cross-bars",
    check: [when(["guides"], "All bars end on the same two guides.")],
    slip: [when(["guides"], "Bars all of one length.")],
  },
  trunks: {
    title: "{it}: the trunks",
    why: "A trunk shows up to the first crown that hides it.",
    check: "Every trunk ends under a crown.",
  },
  wires: { title: "{it}: the wires" },
  crowns: { title: "{it}: the crowns", check: "Heads follow the guide." },
};
