import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import * as fontkit from "fontkit";
import { LRUCache } from "lru-cache";
import type { MeasureText } from "#core/display";
import { fileOfPart, typefaceOf } from "#film/typeface.ts";

/** Figures that stand on the line: readings are looked up, not read along. */
export const CARD_FEATURES: PDFKit.Mixins.OpenTypeFeatures[] = ["lnum"];

const require = createRequire(import.meta.url);

/** The shipped typeface, read from its package. */
export const typeface = typefaceOf(
  (script, weight) =>
    fontkit.create(
      readFileSync(require.resolve(`@fontsource/alegreya-sans/files/${fileOfPart(script, weight)}`)),
    ) as fontkit.Font,
);

/** Lines measured so far, at size 1: a card is laid out at several sizes, and says what other cards say. */
const MOST_MEASURED = 20_000;
const widths = new LRUCache<string, number>({ max: MOST_MEASURED });

/** Width of a text in the unit of `size`, shaped as it will be printed. */
export const measureText: MeasureText = (text, size, weight) => {
  const line = `${weight} ${text}`;
  const known = widths.get(line);
  if (known !== undefined) return known * size;
  const width = typeface
    .runsOf(text, weight)
    .reduce(
      (sum, run) => sum + run.font.layout(run.text, CARD_FEATURES).advanceWidth / run.font.unitsPerEm,
      0,
    );
  widths.set(line, width);
  return width * size;
};
