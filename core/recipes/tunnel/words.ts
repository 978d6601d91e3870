import { type PhraseBook, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  nearest: {
    title: "{it}: the nearest arch",
    check: "The crown stands over the middle.",
    slip: "A pointed crown.",
    slipKind: "leaning",
  },
  guides: {
    ...TO_VP,
    title: "{it}: guides to the vanishing point",
    why: "Feet, springing and crown of every arch lie on these.",
  },
  "arch-*": {
    title: "{it}: the next arch",
    why: "The same again, smaller, between the same guides.",
    check: "Its crown lies on the middle guide.",
    slip: "An arch as high as the last one.",
  },
};
