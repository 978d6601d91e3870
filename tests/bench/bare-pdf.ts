import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import * as fontkit from "fontkit";
import PDFDocument from "pdfkit";
import type { Page } from "#core/output/handout";
import { drawWith, type Mark, PRINT_PALETTE } from "#core/showing/display";
import { unpackWoff } from "#film/unpack-woff.ts";

const PT = 72 / 25.4;
const require = createRequire(import.meta.url);
const fontOf = (weight: 400 | 700) => {
  const file = require.resolve(`@fontsource/alegreya-sans/files/alegreya-sans-latin-${weight}-normal.woff`);
  return fontkit.create(Buffer.from(unpackWoff(new Uint8Array(readFileSync(file)))));
};
const FONTS = { regular: fontOf(400), bold: fontOf(700) };

/** The PDF library alone, writing strokes and texts that are laid out already: nothing tagged, nothing remembered. */
export function writeBarePdf(pages: readonly Page[]): Promise<number> {
  const doc = new PDFDocument({ autoFirstPage: false });
  for (const [name, font] of Object.entries(FONTS)) doc.registerFont(name, font as unknown as string);
  const done = new Promise<number>((resolve) => {
    let bytes = 0;
    doc.on("data", (chunk: Buffer) => {
      bytes += chunk.length;
    });
    doc.on("end", () => resolve(bytes));
  });
  for (const { size, parts } of pages) {
    doc.addPage({ size: [size.width * PT, size.height * PT], margin: 0 });
    for (const { marks } of parts) for (const mark of marks) draw(doc, mark);
  }
  doc.end();
  return done;
}

function draw(doc: PDFKit.PDFDocument, mark: Mark): void {
  const trace = (points: readonly { x: number; y: number }[], closed: boolean) => {
    for (const [i, p] of points.entries()) doc[i === 0 ? "moveTo" : "lineTo"](p.x * PT, p.y * PT);
    if (closed) doc.closePath();
  };
  drawWith(
    {
      path: ({ points, closed, ink, fill }) => {
        if (ink) {
          doc.lineWidth(ink.width * PT).strokeColor(PRINT_PALETTE[ink.colour]);
          if (ink.dash[0] === undefined) doc.undash();
          else doc.dash(ink.dash[0] * PT, { space: (ink.dash[1] ?? ink.dash[0]) * PT });
        }
        if (fill) doc.fillColor(PRINT_PALETTE[fill]);
        trace(points, closed);
        if (fill && ink) doc.fillAndStroke();
        else if (fill) doc.fill();
        else doc.stroke();
      },
      area: ({ rings, fill }) => {
        doc.fillColor(PRINT_PALETTE[fill]);
        for (const ring of rings) trace(ring, true);
        doc.fill("even-odd");
      },
      dot: ({ at, radius, fill }) => {
        doc.circle(at.x * PT, at.y * PT, radius * PT).fill(PRINT_PALETTE[fill]);
      },
      text: ({ lines, at, size, lineHeight, colour, weight, anchor, halo }) => {
        doc.font(weight).fontSize(size * PT);
        const how = { lineBreak: false, baseline: "alphabetic", features: ["lnum"] } as const;
        for (const [i, line] of lines.entries()) {
          const share = { start: 0, middle: 0.5, end: 1 }[anchor];
          const wide = share === 0 ? 0 : doc.widthOfString(line, { features: ["lnum"] });
          const [x, y] = [at.x * PT - wide * share, (at.y + i * lineHeight) * PT];
          if (halo)
            doc
              .lineWidth(2 * halo * PT)
              .strokeColor("#fff")
              .text(line, x, y, { ...how, stroke: true, fill: false } as object);
          doc.fillColor(PRINT_PALETTE[colour]).text(line, x, y, how as object);
        }
      },
    },
    mark,
  );
}
