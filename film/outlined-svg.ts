import {
  type Colour,
  drawWith,
  escapeXml,
  FILL_OPACITY,
  type Ink,
  type Mark,
  type Pen,
  type Spot,
} from "#core/showing/display";
import { leftOf, lineSetter } from "./set-line.ts";
import type { Typeface } from "./typeface.ts";

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
  const setLine = lineSetter(typeface);
  const used = new Map<string, string>();
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
    text: ({ at, lines, size, lineHeight, colour, weight, anchor, halo, onHead }) => {
      const set = lines.map((line, i) => {
        const { width, letters } = setLine(line, weight);
        for (const { outline } of letters) used.set(outline.name, outline.d);
        const place = `translate(${num(leftOf(at.x, width * size, anchor))} ${num(at.y + i * lineHeight)}) scale(${num(size)})`;
        return `<g transform="${place}">${letters
          .map(({ outline, x }) => `<use href="#${outline.name}" x="${Number(x.toFixed(4))}"/>`)
          .join("")}</g>`;
      });
      const about = halo
        ? `<g stroke="${palette.sheet}" stroke-width="${num((2 * halo) / size)}" stroke-linejoin="round" fill="none">${set.join("")}</g>`
        : "";
      const turned = onHead ? ` transform="rotate(180 ${num(at.x)} ${num(at.y)})"` : "";
      return `<g${turned}${more}>${about}<g fill="${palette[colour]}">${set.join("")}</g></g>`;
    },
  });
  return {
    write: (mark, more = "") => {
      const seen = mark.opacity === undefined || mark.opacity === 1 ? "" : ` opacity="${num(mark.opacity)}"`;
      return drawWith(pen(`${seen}${more}`), mark);
    },
    outlines: () => [...used].map(([name, d]) => `<path id="${name}" d="${d}"/>`).join("\n"),
  };
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
