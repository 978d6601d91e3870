import { FRONT, type PhraseBook, SWEPT, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  ...SWEPT,
  front: {
    ...FRONT,
    title: "{it}: the zigzag",
    why: [when(["facing"], "Up, along, up, along: all steps are alike.")],
    check: "The last tread ends straight above the heel.",
  },
  guides: {
    ...TO_VP,
    title: "{it}: every corner to the vanishing point",
    why: [when(["guides"], "For stairs all of them, each a must.")],
  },
};
