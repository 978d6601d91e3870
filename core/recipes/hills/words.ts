import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  skyline: {
    title: "{it}",
    why: "The eye level stays the straight line: only it carries vanishing points.",
    check: "The skyline nowhere falls below the horizon.",
  },
};
