import { CLOSE, type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  tiles: {
    title: "{it}: a tile for each letter",
    why: "Letters of one size look like one word.",
    check: "All tiles stand on one line.",
  },
  "cut-*": {
    title: "{it}: cut the {letter}",
    why: "A letter is its tile with a few pieces cut away.",
    check: "The letter reaches from the foot of its tile to the top.",
    slip: [when(["measured"], "Cutting on the wrong side of the mark.")],
  },
  guides: TO_VP,
  "guides-*": { ...TO_VP, title: "{it}: the {letter} to the point" },
  "close-*": { ...CLOSE, title: "{it}: close the {letter}" },
  "common-depth": {
    title: "{it}: one depth for all letters",
    why: "Where it crosses a letter's guide, that letter ends.",
    check: [
      when(["level"], "It runs level, like the word itself."),
      when(["guide"], "It runs to the word's own point."),
    ],
  },
  close: { ...CLOSE, why: [when(["copied"], "Lines stop where the next letter begins.")] },
};
