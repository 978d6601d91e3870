import { type PhraseBook, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  marks: {
    title: "{it}: marks on the lower edge",
    why: "Half of the road either side of the middle.",
    check: "The outer marks are equally far from the middle.",
    slip: "Measuring from the ruler's end instead of its zero.",
  },
  edges: { ...TO_VP, title: "{it}: its edges" },
  crossing: {
    title: "{it}: the crossing road",
    check: "Both edges run alike, and are carried on across the junction.",
    slip: "Stopping at the near road: the far side then hangs in the air.",
  },
  dashes: {
    title: "{it}: the dashes",
    why: "Each is narrower and shorter than the one before.",
    check: "Dashes and gaps shrink together.",
    slip: "Dashes all alike: the road then stands up like a ladder.",
    slipKind: "even-gaps",
  },
  joints: {
    title: "{it}: the joints of the pavement",
    why: "One ruler across both pavements makes both joints at once; lift the pencil over the road.",
    check: "The joints are level across the road and come closer together.",
  },
  kerbs: {
    title: "{it}: the kerb",
    check: "The kerb gets lower toward the point.",
    slip: "A kerb of one height all the way.",
  },
};
