import PDFDocument from "pdfkit";
import { type Drawing, type Mark, PRINT_PALETTE } from "#core/display";
import { CARD_FEATURES, cardFonts } from "./fonts.server.ts";

/** PDF points to a millimetre. */
const PT_PER_MM = 72 / 25.4;

export interface PdfAbout {
  readonly title: string;
  /** Written into the file; the same date and pages give the same bytes. */
  readonly madeAt: Date;
}

/** Writes drawings in mm as a PDF, a page each, true to scale, text selectable, fonts embedded as subsets. */
export function writePdf(pages: readonly Drawing[], about: PdfAbout): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    pdfVersion: "1.7",
    tagged: true,
    displayTitle: true,
    lang: "en",
    info: {
      Title: about.title,
      CreationDate: about.madeAt,
      ModDate: about.madeAt,
      Producer: "Regulanda",
      Creator: "Regulanda",
    },
  });
  const done = new Promise<Buffer>((resolve, reject) => {
    const chunks: Buffer[] = [];
    doc.on("data", (chunk: Buffer) => chunks.push(chunk));
    doc.on("end", () => resolve(Buffer.concat(chunks)));
    doc.on("error", reject);
  });
  const fonts = cardFonts();
  // The types name file paths only; a parsed font is what the library itself makes of them.
  doc.registerFont("regular", fonts.regular as unknown as string);
  doc.registerFont("bold", fonts.bold as unknown as string);
  for (const page of pages) {
    // A margin of 0: text past a margin would silently open a new page.
    doc.addPage({ size: [page.box.width * PT_PER_MM, page.box.height * PT_PER_MM], margin: 0 });
    const lines = page.marks.filter((m) => m.kind !== "text");
    const texts = page.marks.filter((m) => m.kind === "text");
    doc.addStructure(
      doc.struct("Figure", { alt: page.alt }, () => {
        for (const mark of lines) draw(doc, mark);
      }),
    );
    doc.addStructure(
      doc.struct("P", {}, () => {
        for (const mark of texts) draw(doc, mark);
      }),
    );
  }
  doc.end();
  return done;
}

function draw(doc: PDFKit.PDFDocument, mark: Mark): void {
  switch (mark.kind) {
    case "path": {
      // State first, path after: nothing may stand between a path and its painting.
      if (mark.ink) {
        const [on, off] = mark.ink.dash;
        doc
          .lineWidth(mark.ink.width * PT_PER_MM)
          .lineCap("round")
          .lineJoin("round")
          .strokeColor(PRINT_PALETTE[mark.ink.colour]);
        if (on !== undefined) doc.dash(on * PT_PER_MM, { space: (off ?? on) * PT_PER_MM });
        else doc.undash();
      }
      if (mark.fill) doc.fillColor(PRINT_PALETTE[mark.fill]);
      for (const [i, p] of mark.points.entries()) {
        if (i === 0) doc.moveTo(p.x * PT_PER_MM, p.y * PT_PER_MM);
        else doc.lineTo(p.x * PT_PER_MM, p.y * PT_PER_MM);
      }
      if (mark.closed) doc.closePath();
      if (mark.fill && mark.ink) doc.fillAndStroke();
      else if (mark.fill) doc.fill();
      else if (mark.ink) doc.stroke();
      return;
    }
    case "area":
      doc.fillColor(PRINT_PALETTE[mark.fill]);
      for (const ring of mark.rings) {
        for (const [i, p] of ring.entries()) {
          if (i === 0) doc.moveTo(p.x * PT_PER_MM, p.y * PT_PER_MM);
          else doc.lineTo(p.x * PT_PER_MM, p.y * PT_PER_MM);
        }
        doc.closePath();
      }
      doc.fill("even-odd");
      return;
    case "dot":
      doc
        .circle(mark.at.x * PT_PER_MM, mark.at.y * PT_PER_MM, mark.radius * PT_PER_MM)
        .fill(PRINT_PALETTE[mark.fill]);
      return;
    case "text": {
      doc
        .font(mark.weight)
        .fontSize(mark.size * PT_PER_MM)
        .fillColor(PRINT_PALETTE[mark.colour]);
      for (const [i, line] of mark.lines.entries()) {
        const width = mark.anchor === "start" ? 0 : doc.widthOfString(line, { features: CARD_FEATURES });
        const shift = mark.anchor === "end" ? width : mark.anchor === "middle" ? width / 2 : 0;
        doc.text(line, mark.at.x * PT_PER_MM - shift, (mark.at.y + i * mark.lineHeight) * PT_PER_MM, {
          lineBreak: false,
          baseline: "alphabetic",
          features: CARD_FEATURES,
        });
      }
      return;
    }
  }
}
