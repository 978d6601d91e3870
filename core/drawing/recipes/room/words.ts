import { type PhraseBook, when } from "../phrases.ts";

export const words: PhraseBook = {
  "corner-lines": {
    title: "Lines from the sheet's corners",
    why: [when(["guides"], "Where walls meet floor and ceiling, edges run away from us.")],
    check: [when(["guide"], "Each line leaves exactly its corner of the sheet.")],
    slip: [when(["guide"], "Starting a little beside the corner.")],
    slipKind: "missed-point",
  },
  "back-wall": {
    title: "The back wall",
    why: [when(["facing"], "It faces us, so its sides run like the sheet's edges.")],
    check: [when(["copied"], "All four corners of the wall lie on the four lines.")],
    slip: [when(["upright"], "A wall that leans.")],
    slipKind: "leaning",
  },
  "far-corner": {
    title: "The far corner of the room",
    check: [when(["upright"], "It stands upright, like the sheet's edge.")],
    slip: [when(["upright"], "An upright that leans.")],
    slipKind: "leaning",
  },
  walls: {
    title: "Walls, floor and ceiling",
    check: "Each line, taken back through the corner, runs into its point.",
    slip: "Drawing them level, as if from straight ahead.",
    slipKind: "missed-point",
  },
};
