import { FRONT, type PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  "left-side": { ...FRONT, title: "{it}: the left side" },
  "right-side": { ...FRONT, title: "{it}: the right side" },
  "board-*": {
    title: "{it}: a board",
    check: "The board ends against both sides.",
    slip: "Drawing through a side.",
  },
};
