import { type Colour, type Drawing, type Spot, strokeIdOf } from "./mark.ts";
import { FILL_OPACITY } from "./palette.ts";
import { drawWith, type Pen } from "./pen.ts";

/** One SVG element: what both the string writer and the screen's pen draw from. */
export interface SvgElement {
  readonly tag: "path" | "circle" | "text";
  readonly attributes: Readonly<Record<string, string | number>>;
  /** Lines of a text, each with its own baseline. */
  readonly lines: readonly { readonly text: string; readonly x: number; readonly y: number }[];
}

/** A pen that makes SVG elements, colours looked up in `palette`. Numbers keep 3 decimals: a micrometre on paper. */
export function svgPen(palette: Readonly<Record<Colour, string>>): Pen<SvgElement> {
  return {
    path: ({ id, points, closed, ink, fill, opacity }) => ({
      tag: "path",
      attributes: {
        ...seen(opacity),
        d: outline(points) + (closed ? "Z" : ""),
        fill: fill ? palette[fill] : "none",
        ...(fill && FILL_OPACITY[fill] ? { "fill-opacity": FILL_OPACITY[fill] } : {}),
        ...(ink
          ? {
              stroke: palette[ink.colour],
              "stroke-width": num(ink.width),
              "stroke-linecap": "round",
              "stroke-linejoin": "round",
            }
          : {}),
        ...(ink && ink.dash.length > 0 ? { "stroke-dasharray": ink.dash.map(num).join(" ") } : {}),
        "data-stroke": strokeIdOf(id),
      },
      lines: [],
    }),
    area: ({ id, rings, fill, opacity }) => ({
      tag: "path",
      attributes: {
        ...seen(opacity),
        d: rings.map((ring) => `${outline(ring)}Z`).join(""),
        fill: palette[fill],
        "fill-rule": "evenodd",
        "data-stroke": strokeIdOf(id),
      },
      lines: [],
    }),
    dot: ({ id, at, radius, fill, opacity }) => ({
      tag: "circle",
      attributes: {
        ...seen(opacity),
        cx: num(at.x),
        cy: num(at.y),
        r: num(radius),
        fill: palette[fill],
        "data-stroke": strokeIdOf(id),
      },
      lines: [],
    }),
    text: ({ at, lines, size, lineHeight, colour, weight, anchor, halo, onHead, opacity }) => ({
      tag: "text",
      attributes: {
        ...seen(opacity),
        "font-size": num(size),
        "font-family": "Alegreya Sans, sans-serif",
        "font-weight": weight === "bold" ? 700 : 400,
        "text-anchor": anchor,
        fill: palette[colour],
        ...(onHead ? { transform: `rotate(180 ${num(at.x)} ${num(at.y)})` } : {}),
        ...(halo
          ? {
              stroke: palette.sheet,
              "stroke-width": num(2 * halo),
              "stroke-linejoin": "round",
              "paint-order": "stroke",
            }
          : {}),
      },
      lines: lines.map((text, i) => ({ text, x: num(at.x), y: num(at.y + i * lineHeight) })),
    }),
  };
}

/** An element's own opacity, where it is not all there. */
function seen(opacity: number | undefined): { readonly opacity?: number } {
  return opacity === undefined || opacity === 1 ? {} : { opacity: num(opacity) };
}

function outline(points: readonly Spot[]): string {
  return points.map((p, i) => `${i === 0 ? "M" : "L"}${num(p.x)} ${num(p.y)}`).join("");
}

/** A drawing as a self-contained SVG document, sized in its own unit. */
export function toSvg(drawing: Drawing, palette: Readonly<Record<Colour, string>>): string {
  const { x, y, width, height } = drawing.box;
  const pen = svgPen(palette);
  const body = drawing.marks.map((m) => writeElement(drawWith(pen, m))).join("\n");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${num(width)}${drawing.unit}" height="${num(height)}${drawing.unit}" viewBox="${num(x)} ${num(y)} ${num(width)} ${num(height)}" role="img">
<title>${escapeXml(drawing.alt)}</title>
${body}
</svg>
`;
}

/** An element as markup; `more`: further attributes, written out. */
export function writeElement({ tag, attributes, lines }: SvgElement, more = ""): string {
  const attrs = Object.entries(attributes)
    .map(([name, value]) => ` ${name}="${escapeXml(String(value))}"`)
    .join("");
  if (lines.length === 0) return `<${tag}${attrs}${more}/>`;
  const spans = lines.map((l) => `<tspan x="${l.x}" y="${l.y}">${escapeXml(l.text)}</tspan>`).join("");
  return `<${tag}${attrs}${more}>${spans}</${tag}>`;
}

function num(value: number): number {
  return Math.round(value * 1000) / 1000;
}

/** A text as it stands in markup, between tags or in quotes. */
export function escapeXml(text: string): string {
  return text
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll('"', "&quot;");
}
