import { type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  ticks: {
    title: "{it}: ticks on the near edge",
    why: [when(["ticks"], "Equal ticks here are all the measuring the columns need.")],
    check: [when(["ticks"], "The last gap is as wide as all the others.")],
    slip: [when(["ticks"], "Uneven ticks: the count must be right.")],
  },
  rays: {
    ...TO_VP,
    title: "{it}: a ray from every tick",
    why: [when(["guides"], "Columns of tiles get narrower toward the point.")],
  },
  rows: {
    title: "{it}: the rows",
    why: [when(["diagonals"], "The diagonal of the tiles finds every row.")],
    check: "No gap is wider than the one before it.",
    slip: "Even gaps: the floor then tips up like a wall.",
    slipKind: "even-gaps",
  },
  tiles: {
    title: "{it}: every other tile",
    check: [when(["filled"], "No two shaded tiles share a side.")],
    slip: [when(["filled"], "Two dark neighbours: leave the next one white.")],
  },
};
