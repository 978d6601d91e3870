import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  walls: {
    title: "{it}: the walls",
    why: "A house is a box first, up to its eaves.",
    check: "Uprights match the sheet's edge.",
    slip: "Uprights that lean.",
    slipKind: "leaning",
  },
  peak: {
    title: "{it}: the peak",
    why: "The diagonals cross in the middle of the wall, also when it runs away from us; the peak stands over it.",
    check: "The upright passes through the very crossing.",
    slip: "Taking half of what the ruler measures: the near half looks wider.",
    slipKind: "leaning",
  },
  roof: {
    title: "{it}: ridge and far slope",
    why: "The ridge goes where the eaves go.",
    check: "Ridge and eaves, carried on, meet in their vanishing point.",
    slip: "Drawing the ridge level.",
    slipKind: "level-lid",
  },
};
