import type { Colour } from "./mark.ts";

/** Colours of the paper, as #rrggbb. The paper stays paper in light and dark surroundings. */
export const PAPER_PALETTE: Readonly<Record<Colour, string>> = {
  sheet: "#fdfaf3",
  graphite: "#3a3d42",
  pale: "#8b9097",
  faint: "#dcc3b6",
  guide: "#7ea6cf",
  horizon: "#4f7396",
  new: "#b8441f",
  accent: "#b8441f",
  going: "#9a5a43",
  "tone-1": "#e9e4da",
  "tone-2": "#d3cdc2",
  "tone-3": "#b3aea5",
  wrong: "#7a2e6b",
  ruler: "#c9a45c",
  hand: "#2f3238",
  ink: "#22252a",
  quiet: "#6b7078",
  frame: "#c9ccd1",
};

/** On printed cards the sheet is the bare white of the page, and what is new is black: it tells by its weight. */
export const PRINT_PALETTE: Readonly<Record<Colour, string>> = {
  ...PAPER_PALETTE,
  sheet: "#ffffff",
  new: "#17191c",
  going: "#5c6066",
  guide: "#a3a8ae",
  horizon: "#7a8087",
};

/** For printers and copiers without colour: roles keep apart by weight, dash and grey, and nothing is paler than a copier takes. */
export const BLACK_PALETTE: Readonly<Record<Colour, string>> = {
  sheet: "#ffffff",
  graphite: "#2e2e2e",
  pale: "#7d7d7d",
  faint: "#b5b5b5",
  guide: "#8c8c8c",
  horizon: "#6b6b6b",
  new: "#000000",
  accent: "#000000",
  going: "#4d4d4d",
  "tone-1": "#ececec",
  "tone-2": "#d4d4d4",
  "tone-3": "#b4b4b4",
  wrong: "#000000",
  ruler: "#9a9a9a",
  hand: "#2e2e2e",
  ink: "#000000",
  quiet: "#545454",
  frame: "#a8a8a8",
};

/** Fills are see-through only where one must look through them: the ruler. */
export const FILL_OPACITY: Readonly<Partial<Record<Colour, number>>> = { ruler: 0.35 };
