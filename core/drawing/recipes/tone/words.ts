import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  tone: {
    title: "{it}: flat tone",
    why: "Pale first, deepen later; the receding side is darker.",
    check: "The tones can be told apart.",
  },
};
