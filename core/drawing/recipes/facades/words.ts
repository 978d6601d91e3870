import { type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  uprights: {
    title: "{it}: uprights between two rays",
    why: [when(["upright"], "The rays give every front its foot and its top.")],
    check: [when(["upright"], "Uprights run like the sheet's side edges.")],
    slip: [when(["upright"], "Uprights that lean.")],
    slipKind: "leaning",
  },
  edges: {
    title: "{it}: base and top",
    why: "Along the rays, between the uprights.",
    check: "Nothing is drawn beyond the last upright.",
  },
  gables: {
    title: "{it}: the gables",
    why: [when(["diagonals"], "Diagonals find a wall's middle, even when it runs away.")],
    check: "All peaks lie on one line to the point.",
    slip: [when(["diagonals"], "Halving by ruler: the near half looks wider.")],
  },
};
