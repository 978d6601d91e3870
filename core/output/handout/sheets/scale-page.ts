import { type Mark, type MeasureText, type Spot, wrap } from "../../../showing/display/index.ts";
import { type PagePart, type PaperInPrinter, printable, type Size } from "../page.ts";
import { pageFoot } from "../page-foot.ts";
import { spoken, text } from "../parts.ts";
import { MOST_QR_MM, qrCode } from "../qr-code.ts";
import { CHECK_MM, checkLine } from "./check-line.ts";

/** A drawing to be printed at its own size. */
export interface TrueScale {
  readonly size: Size;
  readonly marks: readonly Mark[];
  readonly alt: string;
  /** Stands above it. */
  readonly title: string;
  /** What to do with it; stands below it. */
  readonly says: string;
  readonly lessonTitle: string;
  readonly mark: string;
  /** Where the video of it is, as a code beside the check line. */
  readonly video?: { readonly address: string; readonly at: string } | undefined;
}

/** Kept free at the foot of a page: the check line and whose page it is. */
const FOOT_MM = 24;
const HEAD_MM = 8;
const FRAME_INK = { colour: "quiet", width: 0.2, dash: [] } as const;

/** What of a page a drawing at true scale may fill. */
export function roomOn(paper: PaperInPrinter) {
  const { x, y, width, height } = printable(paper);
  return { x, y: y + HEAD_MM, width, height: height - FOOT_MM - HEAD_MM };
}

/** The outline of a drawing: where it is cut out, or where a piece of it ends. */
export function frame(id: string, { x, y }: Spot, { width, height }: Size): Mark {
  const points = [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  return { kind: "path", id, points, closed: true, ink: FRAME_INK, fill: null };
}

/** What stands above a drawing at true scale. */
export function titleOf(title: string, paper: PaperInPrinter): PagePart {
  const { x, y } = printable(paper);
  return {
    reads: "title",
    marks: [text("title", { x: x + 6, y: y + 4.2 }, [title], { size: 4.2, weight: "bold" })],
  };
}

/** The check line, what to do, and whose page it is. */
export function footOf(
  { lessonTitle, mark, video }: TrueScale,
  says: string,
  paper: PaperInPrinter,
  page: number,
  of: number,
  measure: MeasureText,
): PagePart[] {
  const { x, y, height, width } = printable(paper);
  const at = { x: x + 6, y: y + height - 7.5 };
  const code = video && qrCode("code", video.address, video.at);
  const words = fitted(says, width - CHECK_MM - 22 - (video ? MOST_QR_MM : 0), measure);
  return [
    ...checkLine(at),
    spoken(
      text("says", { x: at.x + CHECK_MM + 6, y: at.y - (words.length > 1 ? 2.6 : 0) }, words, { size: 2.9 }),
    ),
    ...(code ? [code.at(x + width - code.sideMm, y + height - 5 - code.sideMm)] : []),
    ...pageFoot(paper, { says: lessonTitle, mark, page, of }, measure),
  ];
}

/** Two lines of what to do, no more: the picture says the rest. */
function fitted(says: string, width: number, measure: MeasureText): string[] {
  return wrap(says, width, 2.9, "regular", measure).slice(0, 2);
}
