import { type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  square: {
    title: "{it}: its square",
    why: "A circle fits its square, also when the square runs away.",
    check: [when(["guide"], "Its upper and lower sides run into the wall's point.")],
    slip: [when(["guide"], "A square drawn true on a wall that runs away.")],
  },
  points: {
    title: "{it}: the points between",
    why: [when(["diagonals"], "A circle crosses its diagonals a seventh of the side in.")],
    check: [when(["diagonals"], "The points lie on the diagonals.")],
    slip: [when(["diagonals"], "Measuring along the diagonal.")],
  },
  curve: {
    title: "{it}: the curve",
    check: [when(["curved"], "It touches its square and has no corners.")],
    slip: [when(["curved"], "Pointed ends: it is round everywhere.")],
  },
};
