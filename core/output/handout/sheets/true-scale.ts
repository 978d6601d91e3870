import {
  carryMarks,
  clipMarks,
  type Mark,
  type MeasureText,
  type Spot,
} from "../../../showing/display/index.ts";
import { lyingDown, type Page, type PagePart, type PaperInPrinter, printable, type Size } from "../page.ts";
import { footOf, frame, roomOn, type TrueScale, titleOf } from "./scale-page.ts";
import { gridOf, tiles } from "./tiles.ts";

/** Paper and sheet of one size differ by no more. */
const SAME_SIZE_MM = 0.6;

/**
 * A drawing on paper at true scale: whole on a page where it fits, on the page itself where that is as large as the drawing,
 * else in tiles that overlap, with crosses to lay on each other and the neighbours' names.
 */
export function layTrueScale(
  drawing: TrueScale,
  upright: PaperInPrinter,
  measure: MeasureText,
): { readonly pages: Page[]; readonly notices: string[] } {
  const sideways = lyingDown(upright);
  const same = [upright, sideways].find(
    ({ size }) =>
      Math.abs(size.width - drawing.size.width) <= SAME_SIZE_MM &&
      Math.abs(size.height - drawing.size.height) <= SAME_SIZE_MM,
  );
  if (same) return onPageItself(drawing, same, measure);
  const ways = [upright, sideways].map((paper) => gridOf(drawing.size, paper));
  const best = ways.reduce((a, b) => (b.columns * b.rows < a.columns * a.rows ? b : a));
  return best.columns * best.rows === 1
    ? { pages: [wholePage(drawing, best.paper, measure)], notices: [] }
    : tiles(drawing, best, measure);
}

function wholePage(drawing: TrueScale, paper: PaperInPrinter, measure: MeasureText): Page {
  const room = roomOn(paper);
  const { width, height } = drawing.size;
  const at = { x: room.x + (room.width - width) / 2, y: room.y + (room.height - height) / 2 };
  return {
    size: paper.size,
    parts: [
      titleOf(drawing.title, paper),
      {
        reads: "picture",
        alt: drawing.alt,
        marks: [frame("cut", at, drawing.size), ...carried(drawing.marks, drawing.size, at)],
      },
      ...footOf(drawing, drawing.says, paper, 1, 1, measure),
    ],
    alt: `${drawing.title} of ${drawing.lessonTitle}, at true scale`,
  };
}

/** The page is the sheet: its edges are the paper's own, and what lies in the border is lost, which is said. */
function onPageItself(drawing: TrueScale, paper: PaperInPrinter, measure: MeasureText) {
  const inside = printable(paper);
  const margin = Math.round(paper.marginMm * 10) / 10;
  return {
    pages: [
      {
        size: paper.size,
        parts: [
          { reads: "picture" as const, alt: drawing.alt, marks: clipMarks(drawing.marks, inside) },
          // It stands on the drawing itself: lines give way to letters.
          ...footOf(drawing, drawing.title, paper, 1, 1, measure).map(withHalos),
        ],
        alt: `${drawing.title} of ${drawing.lessonTitle}, at true scale, on the page itself`,
      },
    ],
    notices: [
      `The sheet is as large as the paper, so the page itself is the sheet. The printer leaves its outer ${margin} mm white: lines end there and are carried on with the ruler.`,
    ],
  };
}

function withHalos(part: PagePart): PagePart {
  return { ...part, marks: part.marks.map((m) => (m.kind === "text" ? { ...m, halo: m.size * 0.3 } : m)) };
}

function carried(marks: readonly Mark[], size: Size, at: Spot): Mark[] {
  const box = { x: 0, y: 0, ...size };
  return carryMarks(clipMarks(marks, box), { to: (p) => ({ x: p.x + at.x, y: p.y + at.y }) });
}
