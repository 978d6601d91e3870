import type { PhraseBook } from "../phrases.ts";

export const words: PhraseBook = {
  "corner-lines": {
    title: "Lines from the sheet's corners",
    why: "Where wall, floor and ceiling meet, edges run away from us.",
    check: "Each line leaves exactly its corner of the sheet.",
    slip: "Starting a little beside the corner: redraw it from the point through the corner.",
    slipKind: "missed-point",
  },
  "back-wall": {
    title: "The back wall",
    why: "It faces us, so its sides are parallel to the sheet's edges.",
    check: "All four corners of the wall lie on the four lines.",
    slip: "A wall that leans: match the ruler to the sheet's edge.",
    slipKind: "leaning",
  },
  "far-corner": {
    title: "The far corner of the room",
    check: "It stands upright, like the sheet's edge.",
    slip: "An upright that leans.",
    slipKind: "leaning",
  },
  walls: {
    title: "Walls, floor and ceiling",
    why: "Lay the ruler on the point and the end of the corner, and draw on the other side of it.",
    check: "Each line, taken back through the corner, runs into its vanishing point.",
    slip: "Drawing them level, as if from straight ahead.",
    slipKind: "missed-point",
  },
};
