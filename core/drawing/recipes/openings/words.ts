import { type PhraseBook, when } from "../phrases.ts";

const DOOR = {
  title: "{it}",
  why: [when(["guide"], "A door's top goes to its wall's point.")],
  check: [when(["upright"], "Both sides run like the sheet's side edges.")],
  slip: [when(["guide"], "A top drawn level on a wall that runs away.")],
} as const;

export const words: PhraseBook = {
  heights: {
    title: "{it}: heights",
    why: [
      when(["guide"], "Everything on a wall goes to that wall's point."),
      when(["level"], "This wall faces us: its lines stay level."),
    ],
    check: [
      when(["guides"], "Every guide, carried on, runs into the wall's point."),
      when(["level"], "The lines run like the sheet's lower edge."),
    ],
    slip: [when(["guide"], "Guides drawn level on a wall that runs away.")],
    slipKind: "missed-point",
  },
  widths: { title: "{it}: widths along the base" },
  edges: {
    title: "{it}: draw them between the lines",
    why: [when(["upright"], "Uprights stay upright on every wall.")],
    check: [when(["upright"], "All of one row stand between the same two lines.")],
    slip: [when(["upright"], "Sides that lean.")],
    slipKind: "leaning",
  },
  bars: { title: "{it}: the bars" },
  door: DOOR,
  "door-*": DOOR,
  "wall-*": {
    title: "{it}: on the next wall",
    why: [when(["upright"], "The same guides run on: nothing is measured up again.")],
    check: [when(["upright"], "All of one row stand between the same two lines.")],
  },
};
