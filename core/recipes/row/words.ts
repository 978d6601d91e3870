import { type PhraseBook, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  first: {
    title: "{it}: the first one",
    check: "It stands upright.",
    slip: "An upright that leans.",
    slipKind: "leaning",
  },
  guides: {
    ...TO_VP,
    title: "{it}: guides for heads and feet",
    why: "Two guides give all the others their height. If the horizon halves the first, it halves them all.",
  },
  others: {
    title: "{it}: the others",
    why: "From a head through the middle of the next one: where the line meets the ground stands the one after that.",
    check: "The gaps shrink together toward the point.",
    slip: "Equal gaps: the row then does not go back.",
    slipKind: "even-gaps",
  },
  rails: {
    title: "{it}: the rails",
    check: "Every rail runs into the vanishing point.",
    slip: "Drawing a rail through a post.",
  },
  wires: { title: "{it}: the wires", check: "Each sags a little less on paper than the one before." },
  crowns: {
    title: "{it}: the crowns",
    why: "Drawn freely: the nearest first, each smaller than the last.",
    check: "Heads follow the guide.",
  },
};
