import { CLOSE, OBSERVE, OBSERVE_RIGHT, type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  walls: {
    title: "{it}: the walls",
    why: "A house is a box first, up to its eaves.",
    check: [
      when(["guide"], "The ruler touches corner and point together, every time."),
      when(["upright"], "Uprights run like the sheet's side edges."),
    ],
    slip: [when(["upright"], "Uprights that lean.")],
    slipKind: "leaning",
  },
  "observe-width": OBSERVE_RIGHT,
  "observe-depth": OBSERVE,
  "walls-back": { ...CLOSE, title: "{it}: the walls" },
  peak: {
    title: "{it}: the peak",
    why: [when(["diagonals"], "Diagonals find a wall's middle, even when it runs away.")],
    check: [when(["diagonals", "upright"], "The upright passes through the very crossing.")],
    slip: [when(["diagonals"], "Halving by ruler: the near half looks wider.")],
    slipKind: "leaning",
  },
  roof: {
    title: "{it}: ridge and far slope",
    why: [when(["guides"], "The ridge goes where the eaves go.")],
    check: [when(["guides"], "Ridge and eaves, carried on, meet in their point.")],
    slip: [when(["guides"], "Drawing the ridge level.")],
    slipKind: "level-lid",
  },
};
