import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  uprights: {
    title: "{it}: uprights go on downward",
    why: "As far below the water's level as the end stands above it: measured from the foot carried down to the water, not from the shore.",
    check: "Every upright runs straight on below the shore.",
    slip: "Measuring from the shore line.",
  },
  mirror: {
    title: "{it}: join it, softer",
    why: "Shapes are upside down, but run to the same vanishing points.",
    check: "What is level above is level below.",
  },
};
