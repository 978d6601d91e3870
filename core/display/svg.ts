import { assertNever } from "../base/index.ts";
import type { Colour, Drawing, Mark } from "./mark.ts";
import { strokeIdOf } from "./mark.ts";

/** One SVG element: what both the string writer and the screen's pen draw from. */
export interface SvgElement {
  readonly tag: "path" | "circle" | "text";
  readonly attributes: Readonly<Record<string, string | number>>;
  /** Lines of a text, each with its own baseline. */
  readonly lines: readonly { readonly text: string; readonly x: number; readonly y: number }[];
}

/** Fills under lines are see-through only where one must look through them: the ruler. */
const OPACITY: Partial<Record<Colour, number>> = { ruler: 0.35 };

/** The SVG element of a mark, colours looked up in `palette`. Numbers keep 3 decimals: a micrometre on paper. */
export function svgElement(mark: Mark, palette: Readonly<Record<Colour, string>>): SvgElement {
  switch (mark.kind) {
    case "path": {
      const d =
        mark.points.map((p, i) => `${i === 0 ? "M" : "L"}${num(p.x)} ${num(p.y)}`).join("") +
        (mark.closed ? "Z" : "");
      return {
        tag: "path",
        attributes: {
          d,
          fill: mark.fill ? palette[mark.fill] : "none",
          ...(mark.fill && OPACITY[mark.fill] ? { "fill-opacity": OPACITY[mark.fill] ?? 1 } : {}),
          ...(mark.ink
            ? {
                stroke: palette[mark.ink.colour],
                "stroke-width": num(mark.ink.width),
                "stroke-linecap": "round",
                "stroke-linejoin": "round",
              }
            : {}),
          ...(mark.ink && mark.ink.dash.length > 0
            ? { "stroke-dasharray": mark.ink.dash.map(num).join(" ") }
            : {}),
          "data-stroke": strokeIdOf(mark.id),
        },
        lines: [],
      };
    }
    case "area":
      return {
        tag: "path",
        attributes: {
          d: mark.rings
            .map((ring) => `${ring.map((p, i) => `${i === 0 ? "M" : "L"}${num(p.x)} ${num(p.y)}`).join("")}Z`)
            .join(""),
          fill: palette[mark.fill],
          "fill-rule": "evenodd",
          "data-stroke": strokeIdOf(mark.id),
        },
        lines: [],
      };
    case "dot":
      return {
        tag: "circle",
        attributes: {
          cx: num(mark.at.x),
          cy: num(mark.at.y),
          r: num(mark.radius),
          fill: palette[mark.fill],
          "data-stroke": strokeIdOf(mark.id),
        },
        lines: [],
      };
    case "text":
      return {
        tag: "text",
        attributes: {
          "font-size": num(mark.size),
          "font-family": "Alegreya Sans, sans-serif",
          "font-weight": mark.weight === "bold" ? 700 : 400,
          "text-anchor": mark.anchor,
          fill: palette[mark.colour],
        },
        lines: mark.lines.map((text, i) => ({
          text,
          x: num(mark.at.x),
          y: num(mark.at.y + i * mark.lineHeight),
        })),
      };
    default:
      return assertNever(mark);
  }
}

/** A drawing as a self-contained SVG document, sized in its own unit. */
export function toSvg(drawing: Drawing, palette: Readonly<Record<Colour, string>>): string {
  const { x, y, width, height } = drawing.box;
  const body = drawing.marks.map((m) => write(svgElement(m, palette))).join("\n");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${num(width)}${drawing.unit}" height="${num(height)}${drawing.unit}" viewBox="${num(x)} ${num(y)} ${num(width)} ${num(height)}" role="img">
<title>${escapeXml(drawing.alt)}</title>
${body}
</svg>
`;
}

function write({ tag, attributes, lines }: SvgElement): string {
  const attrs = Object.entries(attributes)
    .map(([name, value]) => ` ${name}="${escapeXml(String(value))}"`)
    .join("");
  if (lines.length === 0) return `<${tag}${attrs}/>`;
  const spans = lines.map((l) => `<tspan x="${l.x}" y="${l.y}">${escapeXml(l.text)}</tspan>`).join("");
  return `<${tag}${attrs}>${spans}</${tag}>`;
}

function num(value: number): number {
  return Math.round(value * 1000) / 1000;
}

function escapeXml(text: string): string {
  return text
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll('"', "&quot;");
}
