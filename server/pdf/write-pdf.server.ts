import PDFDocument from "pdfkit";
import type { Page, PagePart } from "#core/output/handout";
import { type Colour, drawWith } from "#core/showing/display";
import { PT_PER_MM, pdfPen } from "./pdf-pen.server.ts";

export interface PdfAbout {
  readonly title: string;
  /** Written into the file; the same date and pages give the same bytes. */
  readonly madeAt: Date;
  readonly palette: Readonly<Record<Colour, string>>;
}

/** Structure types of what is read aloud (ISO 32000-1, 14.8.4). */
const TAGS = { title: "H1", heading: "H2", words: "P", picture: "Figure" } as const satisfies Record<
  Exclude<PagePart["reads"], "nothing">,
  string
>;

/**
 * Writes pages as a PDF, true to scale, text selectable, fonts embedded as subsets, tagged for being read aloud: headings,
 * words and pictures with their descriptions, all else as artifacts.
 */
export function writePdf(pages: readonly Page[], about: PdfAbout): Promise<Buffer> {
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
  const pen = pdfPen(doc, about.palette);
  const draw = ({ marks }: PagePart) => {
    for (const mark of marks) drawWith(pen, mark);
  };
  const document = doc.struct("Document");
  doc.addStructure(document);
  for (const { size, parts } of pages) {
    // A margin of 0: text past a margin would silently open a new page.
    doc.addPage({ size: [size.width * PT_PER_MM, size.height * PT_PER_MM], margin: 0 });
    for (const part of parts) {
      if (part.marks.length === 0) continue;
      if (part.reads === "nothing") {
        doc.markContent("Artifact", { type: "Layout" });
        draw(part);
        doc.endMarkedContent();
      } else
        document.add(
          doc.struct(TAGS[part.reads], part.reads === "picture" ? { alt: part.alt } : {}, () => draw(part)),
        );
    }
  }
  document.end();
  // A file that was scaled to fit has no true lengths: viewers are asked to print it as it is (ISO 32000-1, 12.2).
  viewerPreferencesOf(doc).PrintScaling = "None";
  doc.end();
  return done;
}

/** What the library tells a viewer of the file; its types leave it out. */
function viewerPreferencesOf(doc: PDFKit.PDFDocument): Record<string, unknown> {
  const { _root: root } = doc as unknown as {
    readonly _root: {
      readonly data: { readonly ViewerPreferences: { readonly data: Record<string, unknown> } };
    };
  };
  return root.data.ViewerPreferences.data;
}
