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
    why: [when(["diagonals"], "Equal steps: each line through a middle finds the next foot.")],
    check: [
      when(["running"], "The gaps shrink together toward the point."),
      when(["diagonals"], "The gaps shrink together toward the point."),
    ],
    slip: [when(["diagonals"], "Equal gaps: the row then does not go back.")],
    slipKind: "even-gaps",
  },
  rails: {
    title: "{it}: the rails",
    check: [when(["guide"], "Every rail runs into the point.")],
    slip: "Drawing a rail through a post.",
  },
  wires: { title: "{it}: the wires" },
  crowns: { title: "{it}: the crowns", check: "Heads follow the guide." },
};
