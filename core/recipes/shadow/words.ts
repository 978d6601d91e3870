import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  sun: {
    title: "{it}: the sun and its foot",
    why: "The foot lies on the horizon, straight below or above the sun.",
    check: "Sun and foot stand on one upright.",
  },
  rays: {
    title: "{it}: where the light falls",
    why: "Away from the foot, away from the sun: the shadow ends where both meet.",
    check: "Two lines for every corner, one crossing.",
  },
  fill: {
    title: "{it}: join and fill",
    check: "The shadow begins at the feet.",
    slip: "A shadow that floats beside its thing.",
  },
};
