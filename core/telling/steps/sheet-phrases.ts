import { type PhraseBook, when } from "../../drawing/recipes/index.ts";

/** What is said about the sheet's own steps. */
export const SHEET_PHRASES: PhraseBook = {
  centre: {
    title: "Find the middle of the sheet",
    check: [when(["measured"], "The gaps left and right are alike, above and below too.")],
    slip: [when(["measured"], "Measuring from the ruler's end instead of its zero.")],
  },
  horizon: {
    title: "Draw the horizon",
    why: "The horizon is the height of our eyes.",
    slip: "A horizon that tilts: measure at both ends.",
  },
  "vanishing-points": {
    title: [when(["points"], "Mark the vanishing points"), when([], "Mark the vanishing point")],
    why: [
      when(["points"], "Every line that runs away from us goes to one of them."),
      when([], "Every line that runs away from us goes there."),
    ],
    slip: "A fat dot: lines aimed at its rim miss each other.",
  },
  "horizon-gone": {
    title: "Rub out the horizon",
    check: [when(["rubbed"], "Only what was drawn is left.")],
    slip: [when(["rubbed"], "Rubbing across an outline: go over it again along the ruler.")],
  },
  erase: {
    title: "Rub out the light lines",
    check: "Nothing is see-through any more.",
    slip: "Rubbing across an outline: go over it again along the ruler.",
  },
};
