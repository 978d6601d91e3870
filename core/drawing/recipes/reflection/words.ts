import { type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  uprights: {
    title: "{it}: uprights go on downward",
    why: [when(["upright"], "As far below the water's level as the end stands above it.")],
    check: [when(["upright"], "Every upright runs straight on below the shore.")],
    slip: "Measuring from the shore line.",
  },
  shore: {
    title: "{it}: the shore line",
    why: "Land ends here: the water is seen below it.",
    slip: "Drawing the shore through what stands before it.",
  },
  crowns: { title: "{it}: the crowns, upside down", check: "Each hangs under its own tree." },
  mirror: {
    title: "{it}: join it, softer",
    why: "Shapes are upside down, but run to the same points.",
    check: "What is level above is level below.",
  },
};
