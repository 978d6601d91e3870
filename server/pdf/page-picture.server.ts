import { Resvg } from "@resvg/resvg-js";
import { drawingOf, type Page } from "#core/output/handout";
import { type Colour, carryMarks } from "#core/showing/display";
import { outlinedSvg } from "#film/outlined-svg.ts";
import { typeface } from "./fonts.server.ts";

/** Twice as wide as it is shown, for screens of fine pixels. */
const WIDTH_PX = 208;

/** A page as a small PNG, its letters in the typeface it is printed in: a browser draws it at once, however much is on it. */
export function pagePicture(page: Page, palette: Readonly<Record<Colour, string>>): Uint8Array {
  const { marks, box, alt } = drawingOf(page);
  const scale = WIDTH_PX / box.width;
  const carried = carryMarks(marks, {
    to: (p) => ({ x: p.x * scale, y: p.y * scale }),
    // Lines as thin as they would be here are not seen.
    line: () => scale * 1.6,
    letter: () => scale,
  });
  const size = { widthPx: WIDTH_PX, heightPx: Math.round(box.height * scale) };
  const svg = outlinedSvg(carried, size, palette, typeface, alt);
  return new Resvg(svg, { background: "#ffffff", font: { loadSystemFonts: false } }).render().asPng();
}
