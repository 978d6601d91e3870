import { type PhraseBook, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  strips: { ...TO_VP, title: "{it}: strips in pairs" },
  mirrored: { ...TO_VP, title: "{it}: the same above the horizon" },
  above: { ...TO_VP, title: "{it}: rays above the horizon" },
};
