import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import * as fontkit from "fontkit";
import type { MeasureText } from "#core/display";

const WEIGHTS = { regular: "400Regular", bold: "700Bold" } as const;

/** Figures that stand on the line: readings are looked up, not read along. */
export const CARD_FEATURES: PDFKit.Mixins.OpenTypeFeatures[] = ["lnum"];

let loaded: Readonly<Record<keyof typeof WEIGHTS, fontkit.Font>> | null = null;

/** The shipped typeface, whole, for measuring and embedding. Read and parsed once. */
export function cardFonts() {
  loaded ??= { regular: load(WEIGHTS.regular), bold: load(WEIGHTS.bold) };
  return loaded;
}

function load(weight: string): fontkit.Font {
  const require = createRequire(import.meta.url);
  const path = require.resolve(`@expo-google-fonts/alegreya-sans/${weight}/AlegreyaSans_${weight}.ttf`);
  return fontkit.create(readFileSync(path)) as fontkit.Font;
}

/** Width of a text in the unit of `size`, shaped as it will be printed. */
export const measureText: MeasureText = (text, size, weight) => {
  const font = cardFonts()[weight];
  return (font.layout(text, CARD_FEATURES).advanceWidth / font.unitsPerEm) * size;
};
