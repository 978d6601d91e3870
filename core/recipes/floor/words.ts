import { type PhraseBook, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  ticks: {
    title: "{it}: ticks on the near edge",
    why: "Equal ticks here are all the measuring the columns need.",
    check: "The last tick is as far from the end as the others from each other.",
    slip: "Uneven ticks: they do not show in the end, but the count must be right.",
  },
  rays: {
    ...TO_VP,
    title: "{it}: a ray from every tick",
    why: "Rows of tiles get narrower toward the point.",
  },
  rows: {
    title: "{it}: the level lines",
    why: "The gaps shrink together: the diagonal of the tiles finds every row.",
    check: "The diagonal strikes through one corner in every row.",
    slip: "Even gaps: the floor then tips up like a wall.",
    slipKind: "even-gaps",
  },
  tiles: {
    title: "{it}: every other tile",
    why: "Fill one, leave all that share an edge with it, go on diagonally.",
    check: "No two filled tiles share a side.",
    slip: "Two dark neighbours: leave the next one white.",
  },
};
