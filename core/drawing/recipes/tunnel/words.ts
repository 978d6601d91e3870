import { type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  nearest: {
    title: "{it}: the nearest arch",
    check: [when(["curved", "upright"], "The crown stands over the middle.")],
    slip: [when(["curved"], "A pointed crown.")],
  },
  guides: {
    ...TO_VP,
    title: "{it}: guides to the vanishing point",
    why: [when(["guides"], "Feet, springing and crown of every arch lie on these.")],
  },
  uprights: {
    title: "{it}: the nearest uprights",
    check: [when(["upright"], "They run like the sheet's side edges.")],
    slip: [when(["upright"], "An upright that leans.")],
    slipKind: "leaning",
  },
  feet: {
    title: "{it}: the other uprights",
    why: [when(["guides"], "Feet lie on two lines to the same point.")],
    check: [when(["upright"], "Every upright ends on its line.")],
    slip: [when(["upright"], "Uprights all of one length.")],
  },
  "arch-*": {
    title: "{it}: the next arch",
    why: "The same again, smaller, between the same guides.",
    check: [when(["curved"], "Each arch is smaller than the one before it.")],
    slip: [when(["curved"], "An arch as high as the last one.")],
  },
};
