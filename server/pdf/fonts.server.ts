import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import * as fontkit from "fontkit";
import { LRUCache } from "lru-cache";
import type { MeasureText } from "#core/display";

type Weight = "regular" | "bold";
const WEIGHTS = { regular: 400, bold: 700 } as const;
/** The parts the typeface ships in, the usual one first: each is read when a letter asks for it. */
const SCRIPTS = ["latin", "latin-ext", "vietnamese", "greek", "cyrillic"] as const;

/** Figures that stand on the line: readings are looked up, not read along. */
export const CARD_FEATURES: PDFKit.Mixins.OpenTypeFeatures[] = ["lnum"];

/** A run of letters that one part of the typeface has. */
export interface Run {
  readonly text: string;
  /** Names the part: "bold latin". */
  readonly name: string;
  readonly font: fontkit.Font;
}

const loaded = new Map<string, fontkit.Font>();

function partOf(weight: Weight, script: (typeof SCRIPTS)[number]): { name: string; font: fontkit.Font } {
  const name = `${weight} ${script}`;
  const font = loaded.get(name) ?? load(script, WEIGHTS[weight]);
  loaded.set(name, font);
  return { name, font };
}

function load(script: string, weight: number): fontkit.Font {
  const require = createRequire(import.meta.url);
  const file = `@fontsource/alegreya-sans/files/alegreya-sans-${script}-${weight}-normal.woff`;
  return fontkit.create(readFileSync(require.resolve(file))) as fontkit.Font;
}

/**
 * A line as runs of the shipped typeface, each letter in the first part that has it. A letter none has is written out as
 * Unicode decomposes it ("⅓" as 1⁄3); where that does not help either, the typeface's own empty box stands for it.
 */
export function runsOf(text: string, weight: Weight): Run[] {
  const runs: { text: string; name: string; font: fontkit.Font }[] = [];
  for (const letter of text)
    for (const { sign, part } of signsOf(letter, weight)) {
      const last = runs[runs.length - 1];
      if (last?.name === part.name) last.text += sign;
      else runs.push({ text: sign, ...part });
    }
  return runs;
}

interface Sign {
  readonly sign: string;
  readonly part: { readonly name: string; readonly font: fontkit.Font };
}
/** Letters looked up so far: cards say the same few again and again. */
const looked: Readonly<Record<Weight, Map<string, readonly Sign[]>>> = {
  regular: new Map(),
  bold: new Map(),
};

function signsOf(letter: string, weight: Weight): readonly Sign[] {
  const known = looked[weight].get(letter);
  if (known) return known;
  const spelt = scriptOf(letter, weight) ? letter : letter.normalize("NFKD");
  const signs = [...spelt].map((sign) => ({ sign, part: partOf(weight, scriptOf(sign, weight) ?? "latin") }));
  looked[weight].set(letter, signs);
  return signs;
}

function scriptOf(letter: string, weight: Weight): (typeof SCRIPTS)[number] | undefined {
  const point = letter.codePointAt(0) ?? 0;
  return SCRIPTS.find((script) => partOf(weight, script).font.hasGlyphForCodePoint(point));
}

/** Lines measured so far, at size 1: a card is laid out at several sizes, and says what other cards say. */
const MOST_MEASURED = 20_000;
const widths = new LRUCache<string, number>({ max: MOST_MEASURED });

/** Width of a text in the unit of `size`, shaped as it will be printed. */
export const measureText: MeasureText = (text, size, weight) => {
  const line = `${weight} ${text}`;
  const known = widths.get(line);
  if (known !== undefined) return known * size;
  const width = runsOf(text, weight).reduce(
    (sum, run) => sum + run.font.layout(run.text, CARD_FEATURES).advanceWidth / run.font.unitsPerEm,
    0,
  );
  widths.set(line, width);
  return width * size;
};
