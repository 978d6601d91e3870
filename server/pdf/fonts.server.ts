import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import * as fontkit from "fontkit";
import { LRUCache } from "lru-cache";
import type { MeasureText } from "#core/showing/display";
import { fileOfPart, typefaceOf } from "#film/typeface.ts";
import { unpackWoff } from "#film/unpack-woff.ts";

/** Figures that stand on the line: readings are looked up, not read along. */
export const CARD_FEATURES: PDFKit.Mixins.OpenTypeFeatures[] = ["lnum"];

const require = createRequire(import.meta.url);

/** The shipped typeface, read from its package. */
export const typeface = typefaceOf((script, weight) => {
  const file = require.resolve(`@fontsource/alegreya-sans/files/${fileOfPart(script, weight)}`);
  const bytes = unpackWoff(new Uint8Array(readFileSync(file)));
  return remembering(fontkit.create(Buffer.from(bytes)) as fontkit.Font);
});

type Layout = ReturnType<fontkit.Font["layout"]>;

/** Lines laid out so far, for every part of the typeface: a line is measured, written round with a halo, and written. */
const MOST_LAID_OUT = 5000;

/** A font that lays a line out once. The PDF library scales the places it is given where they are, so it gets its own. */
function remembering(font: fontkit.Font): fontkit.Font {
  const known = new LRUCache<string, Layout>({ max: MOST_LAID_OUT });
  const layOut = font.layout.bind(font);
  font.layout = (text, features, ...more) => {
    if (more.length > 0) return layOut(text, features, ...more);
    const key = `${JSON.stringify(features)} ${text}`;
    const run = known.get(key) ?? layOut(text, features);
    known.set(key, run);
    const own: Layout = Object.create(Object.getPrototypeOf(run));
    return Object.assign(own, run, { positions: run.positions.map((p) => ({ ...p })) });
  };
  return font;
}

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
