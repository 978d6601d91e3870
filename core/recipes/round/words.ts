import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  square: {
    title: "{it}: its square",
    why: "A circle fits its square, also when the square runs away from us.",
    check: "Its level sides run into the wall's vanishing point.",
    slip: "A square that looks square on a wall that runs away: it must be narrower than high.",
  },
  points: {
    title: "{it}: the points between",
    why: "Where the circle crosses the diagonals: about a seventh of the side in from the corner, never measured along the diagonal.",
    check: "The points lie on the diagonals, opposite ones on one line to the wall's point.",
    slip: "Measuring along the diagonal.",
  },
  curve: {
    title: "{it}: the curve",
    check: "It touches the square in the middle of each side and has no corners.",
    slip: "Pointed ends: an ellipse is round everywhere.",
  },
};
