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
  sticks: {
    title: "{it}: the posts' shadows",
    why: "A post's shadow lies on the ground line, as far as the ray.",
    check: "Every shadow begins at its foot.",
    slip: "Shadows that run side by side: each runs away from the sun's foot.",
  },
  "crown-shadows": {
    title: "{it}: the crowns' shadows",
    why: "Each lies at the end of its trunk's shadow, flat on the ground.",
    check: "They lie away from the sun.",
  },
  lines: {
    title: "{it}: lines between the shadows of corners",
    why: "Each edge throws one line: join its two ends.",
    check: "Every line joins the shadows of one edge's ends.",
  },
  fill: {
    title: "{it}: join and fill",
    check: "The shadow begins at the feet.",
    slip: "A shadow that floats beside its thing.",
  },
};
