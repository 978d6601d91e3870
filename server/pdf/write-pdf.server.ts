import PDFDocument from "pdfkit";
import { type Drawing, drawWith, PRINT_PALETTE } from "#core/display";
import { PT_PER_MM, pdfPen } from "./pdf-pen.server.ts";

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
  const pen = pdfPen(doc, PRINT_PALETTE);
  for (const page of pages) {
    // A margin of 0: text past a margin would silently open a new page.
    doc.addPage({ size: [page.box.width * PT_PER_MM, page.box.height * PT_PER_MM], margin: 0 });
    const lines = page.marks.filter((m) => m.kind !== "text");
    const texts = page.marks.filter((m) => m.kind === "text");
    doc.addStructure(
      doc.struct("Figure", { alt: page.alt }, () => {
        for (const mark of lines) drawWith(pen, mark);
      }),
    );
    doc.addStructure(
      doc.struct("P", {}, () => {
        for (const mark of texts) drawWith(pen, mark);
      }),
    );
  }
  doc.end();
  return done;
}
