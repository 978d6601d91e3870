import { type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  bands: {
    title: "{it}: the bands",
    check: "The bands run level, like the horizon.",
  },
  tone: {
    title: "{it}: tone in bands",
    why: "Pale first: a pale tone can be deepened, a dark one not taken back.",
    check: "Every band differs from the next.",
    slip: [when(["filled"], "Going over what stands before the sky.")],
  },
};
