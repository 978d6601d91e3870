import type { Run, Typeface, Weight } from "./typeface.ts";

/** Figures that stand on the line, as on the cards. */
const FEATURES = ["lnum"];

/** A letter's outline at size 1, y down the page, as SVG path data; empty for a space. */
interface Outline {
  /** The same for the same shape. */
  readonly name: string;
  readonly d: string;
}

/** A line of words set at size 1 from x = 0 on, on the line y = 0. */
export interface SetLine {
  readonly width: number;
  readonly letters: readonly { readonly outline: Outline; readonly x: number }[];
}

/** Sets lines of words as outlines; lines and letters set before are taken from memory. */
export function lineSetter(typeface: Typeface): (line: string, weight: Weight) => SetLine {
  const outlines = new Map<string, Outline>();
  const known = new Map<string, SetLine>();
  return (line, weight) => {
    const key = `${weight} ${line}`;
    const old = known.get(key);
    if (old) return old;
    let x = 0;
    const letters = typeface.runsOf(line, weight).flatMap((run) => {
      const { glyphs, positions } = layout(run);
      const em = run.font.unitsPerEm;
      return glyphs.map((glyph, i) => {
        const name = `${run.name.replace(" ", "-")}-${glyph.id}`;
        const outline = outlines.get(name) ?? { name, d: outlineOf(glyph.path.commands, em) };
        outlines.set(name, outline);
        const placed = { outline, x: x + (positions[i]?.xOffset ?? 0) / em };
        x += (positions[i]?.xAdvance ?? 0) / em;
        return placed;
      });
    });
    const made = { width: x, letters: letters.filter((l) => l.outline.d !== "") };
    known.set(key, made);
    return made;
  };
}

/** Where a line begins whose left end, middle or right end stands at x. */
export function leftOf(x: number, width: number, anchor: "start" | "middle" | "end"): number {
  return x - (anchor === "end" ? width : anchor === "middle" ? width / 2 : 0);
}

interface Laid {
  readonly glyphs: readonly {
    readonly id: number;
    readonly path: {
      readonly commands: readonly { readonly command: string; readonly args: readonly number[] }[];
    };
  }[];
  readonly positions: readonly { readonly xAdvance: number; readonly xOffset: number }[];
}

function layout({ font, text }: Run): Laid {
  return font.layout(text, FEATURES) as unknown as Laid;
}

const LETTER: Readonly<Record<string, string>> = {
  moveTo: "M",
  lineTo: "L",
  quadraticCurveTo: "Q",
  bezierCurveTo: "C",
  closePath: "Z",
};

/** Fonts have y up and count in parts of the em. */
function outlineOf(commands: Laid["glyphs"][number]["path"]["commands"], em: number): string {
  return commands
    .map(
      ({ command, args }) =>
        `${LETTER[command] ?? ""}${args.map((v, i) => Number(((i % 2 === 0 ? v : -v) / em).toFixed(4))).join(" ")}`,
    )
    .join("");
}
