import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  heights: {
    title: "{it}: heights on the near upright",
    why: "A fan of very light guides: everything on a wall goes to that wall's point.",
    check: "Every guide, carried on, runs into the wall's vanishing point.",
    slip: "Guides drawn level on a wall that runs away.",
    slipKind: "missed-point",
  },
  widths: {
    title: "{it}: widths along the base",
    why: "Equal openings get narrower as the wall runs away.",
    check: "Widths and gaps shrink together.",
    slip: "Equal widths: the far ones then look too wide.",
    slipKind: "even-gaps",
  },
  edges: {
    title: "{it}: draw them between the guides",
    why: "Uprights last; level edges lie on their guides.",
    check: "All of one row stand between the same two guides.",
    slip: "Sides that lean.",
    slipKind: "leaning",
  },
  bars: {
    title: "{it}: the bars",
    why: "Cross-bars follow the fan.",
    check: "Bars of one row make one line.",
  },
};
