import { type PhraseBook, TO_VP, when } from "../phrases.ts";

const ACROSS = {
  why: [
    when(["two-points"], "A street square to ours runs to the other point."),
    when(["guide"], "A street square to ours runs to the other point."),
    when(["level"], "It crosses before us: its edges stay level."),
  ],
  check: [when(["copied"], "Left and right of our street lie on one ruler.")],
  slip: "Stopping at our street: the far side then hangs in the air.",
} as const;

export const words: PhraseBook = {
  marks: {
    title: "{it}: marks on the lower edge",
    why: "Either side of the middle, so that both halves are alike.",
    check: [when(["ticks"], "The outer marks are equally far from the middle one.")],
    slip: [when(["measured"], "Measuring from the ruler's end instead of its zero.")],
  },
  edges: { ...TO_VP, title: "{it}: its edges" },
  "crossing-from-outer": { ...ACROSS, title: "{it}: the near pavement of the other street" },
  "crossing-from": { ...ACROSS, title: "{it}: the near edge of the other street" },
  "crossing-to": { ...ACROSS, title: "{it}: the far edge of the other street" },
  "crossing-to-outer": { ...ACROSS, title: "{it}: the far pavement of the other street" },
  "near-corners": {
    title: "{it}: up to the near corners",
    check: "Nothing is drawn where the streets cross.",
    slip: "Drawing the kerb on across the other street.",
  },
  "far-corners": {
    title: "{it}: on behind the other street",
    check: [when(["guide"], "The ruler touches corner and point together, every time.")],
    slip: "Drawing the kerb on across the other street.",
  },
  dashes: {
    title: "{it}: the dashes",
    why: [when(["filled"], "Equal dashes look shorter farther off.")],
    check: [when(["filled"], "Each dash is shorter and thinner than the one below.")],
    slip: [when(["filled"], "Equal dashes, and the road stands up like a post.")],
    slipKind: "even-gaps",
  },
  joints: {
    title: "{it}: the joints of the pavement",
    why: "One ruler across makes both joints at once.",
    check: "The joints come closer together.",
  },
  kerbs: {
    title: "{it}: the kerb",
    check: [when(["guide"], "The kerb gets lower toward the point.")],
    slip: [when(["guide"], "A kerb of one height all the way.")],
  },
};
