import { FRONT, type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  top: {
    ...FRONT,
    title: "{it}: the top",
    why: [when(["facing"], "Its edge faces us and keeps its true shape.")],
    check: [when(["guide"], "The ruler touches corner and point together, every time.")],
  },
  "leg-*": {
    title: "{it}: a leg",
    why: "Stop where the top stands in the way.",
    slip: "Drawing through the top.",
    slipKind: "leaning",
  },
};
