import { CLOSE, type PhraseBook, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  tiles: {
    title: "{it}: a tile for each letter",
    why: "Letters that share a size look like one word.",
    check: "All tiles stand on one line and are equally high; the gaps are alike.",
    slip: "Starting without a gap: the sides of the letters need the room.",
  },
  "cut-*": {
    title: "{it}: cut the letter",
    why: "Each straight letter is its tile with a few pieces cut away.",
    check: "The strokes of the letter are equally wide everywhere.",
    slip: "Cutting on the wrong side of the mark.",
  },
  guides: TO_VP,
  close: {
    ...CLOSE,
    why: "Bottoms stop at the next letter; through an opening one sees the letter's own thickness.",
  },
};
