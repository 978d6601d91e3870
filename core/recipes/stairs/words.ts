import { FRONT, type PhraseBook, SWEPT, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  ...SWEPT,
  front: {
    ...FRONT,
    title: "{it}: the zigzag",
    why: "Up, along, up, along: all risers are alike and all treads are alike.",
    check: "Count the steps; the last tread ends straight above the heel.",
  },
  guides: {
    ...TO_VP,
    title: "{it}: every corner to the vanishing point",
    why: "For stairs all of them, each a must.",
  },
};
