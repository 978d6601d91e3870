import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import * as fontkit from "fontkit";
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
  for (const letter of text) {
    const spelt = SCRIPTS.some((s) => has(weight, s, letter)) ? letter : letter.normalize("NFKD");
    for (const sign of spelt) {
      const last = runs[runs.length - 1];
      const script = SCRIPTS.find((s) => has(weight, s, sign)) ?? "latin";
      const part = partOf(weight, script);
      if (last?.name === part.name) last.text += sign;
      else runs.push({ text: sign, ...part });
    }
  }
  return runs;
}

function has(weight: Weight, script: (typeof SCRIPTS)[number], letter: string): boolean {
  return partOf(weight, script).font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0);
}

/** Width of a text in the unit of `size`, shaped as it will be printed. */
export const measureText: MeasureText = (text, size, weight) =>
  runsOf(text, weight).reduce(
    (sum, run) => sum + (run.font.layout(run.text, CARD_FEATURES).advanceWidth / run.font.unitsPerEm) * size,
    0,
  );
