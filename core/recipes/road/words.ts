import { type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  marks: {
    title: "{it}: marks on the lower edge",
    check: [when(["ticks"], "The outer marks are equally far from the middle one.")],
    slip: [when(["measured"], "Measuring from the ruler's end instead of its zero.")],
  },
  edges: { ...TO_VP, title: "{it}: its edges" },
  crossing: {
    title: "{it}: the crossing road",
    check: [when(["several"], "Both edges run alike.")],
    slip: "Stopping at the near road: the far side then hangs in the air.",
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
