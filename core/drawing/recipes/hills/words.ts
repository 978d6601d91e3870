import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  skyline: {
    title: "{it}",
    why: "Only the eye level carries vanishing points: it stays a straight line.",
    check: "The skyline nowhere falls below the horizon.",
  },
};
