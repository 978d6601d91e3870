import { FRONT, type PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  top: { ...FRONT, title: "{it}: the top", check: "The lid is a closed four-sided shape." },
  "leg-*": {
    title: "{it}: a leg",
    why: "Stop where the top stands in the way.",
    check: "The leg stands upright, its foot runs to the points.",
    slip: "Drawing through the top.",
    slipKind: "leaning",
  },
};
