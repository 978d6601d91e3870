import { type Colour, drawWith, FILL_OPACITY, type Ink, type Mark, type Pen, type Spot } from "#core/display";
import type { Run, Typeface, Weight } from "./typeface.ts";

/** Figures that stand on the line, as on the cards. */
const FEATURES = ["lnum"];

/** A pen that writes SVG whose letters are outlines, so that it looks the same where the typeface is not there. */
export interface OutliningPen {
  /** A mark as SVG elements; `more`: further attributes of the whole mark, written out. */
  write(mark: Mark, more?: string): string;
  /** The outlines that were used so far, once each, as the content of a `defs` element. */
  outlines(): string;
}

/** An outlining pen with colours looked up in `palette`. Numbers keep `digits` decimals of the drawing's unit. */
export function outliningPen(
  palette: Readonly<Record<Colour, string>>,
  typeface: Typeface,
  digits = 2,
): OutliningPen {
  const num = (value: number) => String(Number(value.toFixed(digits)));
  const used = new Map<string, string>();
  const laid = new Map<string, { width: number; glyphs: readonly { name: string; x: number }[] }>();

  const glyphsOf = (line: string, weight: Weight) => {
    const key = `${weight} ${line}`;
    const known = laid.get(key);
    if (known) return known;
    let x = 0;
    const glyphs = typeface.runsOf(line, weight).flatMap((run) => {
      const { glyphs, positions } = layout(run);
      return glyphs.map((glyph, i) => {
        const name = `${run.name.replace(" ", "-")}-${glyph.id}`;
        const em = run.font.unitsPerEm;
        if (!used.has(name)) used.set(name, outlineOf(glyph.path.commands, em));
        const placed = { name, x: x + (positions[i]?.xOffset ?? 0) / em };
        x += (positions[i]?.xAdvance ?? 0) / em;
        return placed;
      });
    });
    const made = { width: x, glyphs: glyphs.filter(({ name }) => used.get(name) !== "") };
    laid.set(key, made);
    return made;
  };
  const points = (spots: readonly Spot[]) =>
    spots.map((p, i) => `${i === 0 ? "M" : "L"}${num(p.x)} ${num(p.y)}`).join("");
  const inkOf = ({ colour, width, dash }: Ink) =>
    ` stroke="${palette[colour]}" stroke-width="${num(width)}" stroke-linecap="round" stroke-linejoin="round"${dash.length > 0 ? ` stroke-dasharray="${dash.map(num).join(" ")}"` : ""}`;
  const fillOf = (colour: Colour | null) =>
    colour
      ? ` fill="${palette[colour]}"${FILL_OPACITY[colour] ? ` fill-opacity="${FILL_OPACITY[colour]}"` : ""}`
      : ' fill="none"';

  const pen = (more: string): Pen<string> => ({
    path: ({ points: spots, closed, ink, fill }) =>
      `<path d="${points(spots)}${closed ? "Z" : ""}"${fillOf(fill)}${ink ? inkOf(ink) : ""}${more}/>`,
    area: ({ rings, fill }) =>
      `<path d="${rings.map((r) => `${points(r)}Z`).join("")}"${fillOf(fill)} fill-rule="evenodd"${more}/>`,
    dot: ({ at, radius, fill }) =>
      `<circle cx="${num(at.x)}" cy="${num(at.y)}" r="${num(radius)}"${fillOf(fill)}${more}/>`,
    text: ({ at, lines, size, lineHeight, colour, weight, anchor, halo }) => {
      const set = lines.map((line, i) => {
        const { width, glyphs } = glyphsOf(line, weight);
        const left = at.x - (anchor === "end" ? width : anchor === "middle" ? width / 2 : 0) * size;
        const place = `translate(${num(left)} ${num(at.y + i * lineHeight)}) scale(${num(size)})`;
        return `<g transform="${place}">${glyphs
          .map(({ name, x }) => `<use href="#${name}" x="${Number(x.toFixed(4))}"/>`)
          .join("")}</g>`;
      });
      const about = halo
        ? `<g stroke="${palette.sheet}" stroke-width="${num((2 * halo) / size)}" stroke-linejoin="round" fill="none">${set.join("")}</g>`
        : "";
      return `<g${more}>${about}<g fill="${palette[colour]}">${set.join("")}</g></g>`;
    },
  });
  return {
    write: (mark, more = "") => {
      const seen = mark.opacity === undefined || mark.opacity === 1 ? "" : ` opacity="${num(mark.opacity)}"`;
      return drawWith(pen(`${seen}${more}`), mark);
    },
    outlines: () =>
      [...used].flatMap(([name, d]) => (d === "" ? [] : [`<path id="${name}" d="${d}"/>`])).join("\n"),
  };
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

/** A glyph's outline with 1 as the size of the letters and y down the page; fonts have it up. */
function outlineOf(commands: Laid["glyphs"][number]["path"]["commands"], em: number): string {
  return commands
    .map(
      ({ command, args }) =>
        `${LETTER[command] ?? ""}${args.map((v, i) => Number(((i % 2 === 0 ? v : -v) / em).toFixed(4))).join(" ")}`,
    )
    .join("");
}

/** A picture as an SVG document of its own, letters as outlines. */
export function outlinedSvg(
  marks: readonly Mark[],
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  palette: Readonly<Record<Colour, string>>,
  typeface: Typeface,
  title: string,
): string {
  const pen = outliningPen(palette, typeface);
  const body = marks.map((m) => pen.write(m)).join("\n");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" viewBox="0 0 ${widthPx} ${heightPx}">
<title>${escapeXml(title)}</title>
<defs>
${pen.outlines()}
</defs>
${body}
</svg>
`;
}

export function escapeXml(text: string): string {
  return text
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll('"', "&quot;");
}
