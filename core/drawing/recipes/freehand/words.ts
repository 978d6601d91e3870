import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  freehand: {
    title: "{it}",
    why: "Not constructed: make it your own.",
    check: "It keeps to its place and its size.",
  },
};
