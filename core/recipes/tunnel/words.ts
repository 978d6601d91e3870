import { type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  nearest: {
    title: "{it}: the nearest arch",
    check: [when(["curved"], "The crown stands over the middle.")],
    slip: [when(["curved"], "A pointed crown.")],
  },
  guides: {
    ...TO_VP,
    title: "{it}: guides to the vanishing point",
    why: [when(["guides"], "Feet, springing and crown of every arch lie on these.")],
  },
  "arch-*": {
    title: "{it}: the next arch",
    why: "The same again, smaller, between the same guides.",
    check: [when(["curved"], "Its crown lies on the middle guide.")],
    slip: [when(["curved"], "An arch as high as the last one.")],
  },
};
