import { type Colour, FILL_OPACITY, type Pen } from "#core/showing/display";
import type { Run } from "#film/typeface.ts";
import { CARD_FEATURES, typeface } from "./fonts.server.ts";

/** PDF points to a millimetre. */
export const PT_PER_MM = 72 / 25.4;

const pt = (mm: number) => mm * PT_PER_MM;

/** A pen for a page of a PDF, marks in mm. */
export function pdfPen(doc: PDFKit.PDFDocument, palette: Readonly<Record<Colour, string>>): Pen<void> {
  const trace = (points: readonly { x: number; y: number }[], closed: boolean) => {
    for (const [i, p] of points.entries()) {
      if (i === 0) doc.moveTo(pt(p.x), pt(p.y));
      else doc.lineTo(pt(p.x), pt(p.y));
    }
    if (closed) doc.closePath();
  };
  const known = new Set<string>();
  const use = ({ name, font }: Run) => {
    // The types name file paths only; a parsed font is what the library itself makes of them.
    if (!known.has(name)) doc.registerFont(name, font as unknown as string);
    known.add(name);
    doc.font(name);
  };
  return {
    path: ({ points, closed, ink, fill, opacity = 1 }) => {
      // State first, path after: nothing may stand between a path and its painting.
      if (ink) {
        const [on, off] = ink.dash;
        doc.lineWidth(pt(ink.width)).lineCap("round").lineJoin("round").strokeColor(palette[ink.colour]);
        if (on !== undefined) doc.dash(pt(on), { space: pt(off ?? on) });
        else doc.undash();
      }
      if (fill) doc.fillColor(palette[fill], (FILL_OPACITY[fill] ?? 1) * opacity);
      if (opacity !== 1) doc.strokeOpacity(opacity);
      trace(points, closed);
      if (fill && ink) doc.fillAndStroke();
      else if (fill) doc.fill();
      else if (ink) doc.stroke();
      if (opacity !== 1) doc.opacity(1);
    },
    area: ({ rings, fill, opacity = 1 }) => {
      doc.fillColor(palette[fill]);
      if (opacity !== 1) doc.fillOpacity(opacity);
      for (const ring of rings) trace(ring, true);
      doc.fill("even-odd");
      if (opacity !== 1) doc.opacity(1);
    },
    dot: ({ at, radius, fill, opacity = 1 }) => {
      if (opacity !== 1) doc.fillOpacity(opacity);
      doc.circle(pt(at.x), pt(at.y), pt(radius)).fill(palette[fill]);
      if (opacity !== 1) doc.opacity(1);
    },
    text: ({ lines, at, size, lineHeight, colour, weight, anchor, halo, onHead, opacity = 1 }) => {
      if (onHead) doc.save().rotate(180, { origin: [pt(at.x), pt(at.y)] });
      if (opacity !== 1) doc.opacity(opacity);
      const write = (run: Run, x: number, y: number, how: object) => {
        use(run);
        doc.fontSize(pt(size)).text(run.text, x, y, {
          lineBreak: false,
          baseline: "alphabetic",
          features: CARD_FEATURES,
          ...how,
        });
      };
      for (const [i, line] of lines.entries()) {
        const runs = typeface.runsOf(line, weight).map((run) => {
          use(run);
          doc.fontSize(pt(size));
          return { ...run, width: doc.widthOfString(run.text, { features: CARD_FEATURES }) };
        });
        const width = runs.reduce((sum, run) => sum + run.width, 0);
        let x = pt(at.x) - (anchor === "end" ? width : anchor === "middle" ? width / 2 : 0);
        const places = runs.map((run) => {
          const left = x;
          x += run.width;
          return { run, left };
        });
        const y = pt(at.y + i * lineHeight);
        if (halo) {
          doc
            .lineWidth(pt(2 * halo))
            .lineJoin("round")
            .undash()
            .strokeColor(palette.sheet);
          for (const { run, left } of places) write(run, left, y, { stroke: true, fill: false });
        }
        doc.fillColor(palette[colour]);
        for (const { run, left } of places) write(run, left, y, {});
      }
      if (opacity !== 1) doc.opacity(1);
      if (onHead) doc.restore();
    },
  };
}
