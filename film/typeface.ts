import type * as fontkit from "fontkit";

export type Weight = "regular" | "bold";
const WEIGHTS = { regular: 400, bold: 700 } as const;
/** The parts the typeface ships in, the usual one first: each is read when a letter asks for it. */
export const SCRIPTS = ["latin", "latin-ext", "vietnamese", "greek", "cyrillic"] as const;
export type Script = (typeof SCRIPTS)[number];

/** The file of a part of the typeface, in its package. */
export function fileOfPart(script: Script, weight: Weight): string {
  return `alegreya-sans-${script}-${WEIGHTS[weight]}-normal.woff`;
}

/** A run of letters that one part of the typeface has. */
export interface Run {
  readonly text: string;
  /** Names the part: "bold latin". */
  readonly name: string;
  readonly font: fontkit.Font;
}

/** The shipped typeface, ready to set lines with. */
export interface Typeface {
  /**
   * A line as runs, each letter in the first part that has it. A letter none has is written out as Unicode decomposes it
   * ("⅓" as 1⁄3); where that does not help either, the typeface's own empty box stands for it.
   */
  runsOf(text: string, weight: Weight): Run[];
}

interface Sign {
  readonly sign: string;
  readonly part: { readonly name: string; readonly font: fontkit.Font };
}

/** A typeface whose parts `load` brings in, each once, when a letter asks for it. */
export function typefaceOf(load: (script: Script, weight: Weight) => fontkit.Font): Typeface {
  const loaded = new Map<string, fontkit.Font>();
  const partOf = (weight: Weight, script: Script) => {
    const name = `${weight} ${script}`;
    const font = loaded.get(name) ?? load(script, weight);
    loaded.set(name, font);
    return { name, font };
  };
  const scriptOf = (letter: string, weight: Weight) => {
    const point = letter.codePointAt(0) ?? 0;
    return SCRIPTS.find((script) => partOf(weight, script).font.hasGlyphForCodePoint(point));
  };
  /** Letters looked up so far: cards say the same few again and again. */
  const looked: Readonly<Record<Weight, Map<string, readonly Sign[]>>> = {
    regular: new Map(),
    bold: new Map(),
  };
  const signsOf = (letter: string, weight: Weight): readonly Sign[] => {
    const known = looked[weight].get(letter);
    if (known) return known;
    const spelt = scriptOf(letter, weight) ? letter : letter.normalize("NFKD");
    const signs = [...spelt].map((sign) => ({
      sign,
      part: partOf(weight, scriptOf(sign, weight) ?? "latin"),
    }));
    looked[weight].set(letter, signs);
    return signs;
  };
  return {
    runsOf: (text, weight) => {
      const runs: { text: string; name: string; font: fontkit.Font }[] = [];
      for (const letter of text)
        for (const { sign, part } of signsOf(letter, weight)) {
          const last = runs[runs.length - 1];
          if (last?.name === part.name) last.text += sign;
          else runs.push({ text: sign, ...part });
        }
      return runs;
    },
  };
}
