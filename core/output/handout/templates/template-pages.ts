import { carryMarks, LEADING, type Mark, type MeasureText, wrap } from "../../../showing/display/index.ts";
import type { Laid, Printed, Source, Tools } from "../laid.ts";
import { lyingDown, type Page, type PagePart, type PaperInPrinter, printable } from "../page.ts";
import { pageFoot } from "../page-foot.ts";
import { spoken, text } from "../parts.ts";
import { markOf } from "../print-mark.ts";
import { checkLine } from "../sheets/check-line.ts";
import { layTrueScale } from "../sheets/true-scale.ts";
import { paperRuler } from "./paper-ruler.ts";
import { type Piece, stripPiece } from "./piece.ts";
import { slopeStrips } from "./slope-strips.ts";
import { tapeStrips } from "./tape-strips.ts";
import { tickStrips } from "./tick-strips.ts";
import { tilesToTrace } from "./tiles-to-trace.ts";

const TEXT_MM = 3.2;
const GAP_MM = 6;
const FOOT_MM = 16;
const SIDE_MM = 6;

/** Everything of a lesson that can be cut out and laid on the sheet, the paper ruler last. */
function piecesOf({ computed }: Source): Piece[] {
  return [
    ...tilesToTrace(computed),
    ...tickStrips(computed).map(stripPiece),
    ...slopeStrips(computed).map(stripPiece),
    ...tapeStrips(computed),
    paperRuler(computed.sheet),
  ];
}

/** True-scale pieces to cut out, as many on a page as fit, each with its name and what to do with it; what is too long in tiles. */
export function layTemplates(source: Source, { paper, measure }: Tools): Laid {
  const { title } = source.handed;
  const pieces = piecesOf(source);
  const sideways = lyingDown(paper);
  const prints: Printed[] = pieces.map((p) => ({
    id: p.id,
    mark: markOf([p.title, p.says, p.size, p.marks]),
  }));
  const markOfPiece = new Map(prints.map((p) => [p.id, p.mark]));
  const room = (at: PaperInPrinter) => {
    const { width, height } = printable(at);
    return { width: width - 2 * SIDE_MM, height: height - FOOT_MM - 14 };
  };
  const fits = (p: Piece, at: PaperInPrinter) =>
    p.size.width <= room(at).width && p.size.height <= room(at).height;
  const upright = pieces.filter((p) => fits(p, paper));
  const lying = pieces.filter((p) => !fits(p, paper) && fits(p, sideways));
  const larger = pieces.filter((p) => !fits(p, paper) && !fits(p, sideways));
  const tiled = larger.map((p) =>
    layTrueScale(
      { ...p, alt: `${p.title}. ${p.says}`, lessonTitle: title, mark: markOfPiece.get(p.id) ?? "" },
      paper,
      measure,
    ),
  );
  return {
    pages: [
      ...shelves(upright, paper, title, measure, markOfPiece),
      ...shelves(lying, sideways, title, measure, markOfPiece),
      ...tiled.flatMap((t) => t.pages),
    ],
    prints,
    notices: tiled.flatMap((t) => t.notices),
  };
}

/** Pieces below each other and, where they are narrow, beside each other. */
function shelves(
  pieces: readonly Piece[],
  paper: PaperInPrinter,
  lessonTitle: string,
  measure: MeasureText,
  marks: ReadonlyMap<string, string>,
): Page[] {
  const inside = printable(paper);
  const left = inside.x + SIDE_MM;
  const right = inside.x + inside.width - SIDE_MM;
  const bottom = inside.y + inside.height - FOOT_MM;
  const pages: { parts: PagePart[]; shown: Piece[] }[] = [];
  let [x, y, high] = [left, Number.POSITIVE_INFINITY, 0];
  for (const piece of pieces) {
    const width = Math.max(piece.size.width, Math.min(86, inside.width - 2 * SIDE_MM));
    const words = [
      ...wrap(piece.title, width, TEXT_MM, "bold", measure).map((line) => ({
        line,
        weight: "bold" as const,
      })),
      ...wrap(piece.says, width, TEXT_MM, "regular", measure).map((line) => ({
        line,
        weight: "regular" as const,
      })),
    ];
    const wordsHigh = words.length * TEXT_MM * LEADING + 1.5;
    const height = wordsHigh + piece.size.height;
    if (x > left && x + width > right + 0.01) [x, y, high] = [left, y + high + GAP_MM, 0];
    if (y + height > bottom) {
      pages.push({ parts: [], shown: [] });
      [x, y, high] = [left, inside.y + 4, 0];
    }
    const page = pages[pages.length - 1];
    page?.shown.push(piece);
    page?.parts.push(
      spoken(
        ...words.map(({ line, weight }, i) =>
          text(`${piece.id}/words-${i}`, { x, y: y + TEXT_MM * (1 + i * LEADING) }, [line], {
            size: TEXT_MM,
            weight,
          }),
        ),
      ),
      { reads: "picture", alt: `${piece.title}, to cut out.`, marks: placed(piece, x, y + wordsHigh) },
    );
    high = Math.max(high, height);
    x += width + GAP_MM;
  }
  return pages.map(({ parts, shown }, i) => ({
    size: paper.size,
    parts: [
      ...parts,
      ...checkLine({ x: left, y: inside.y + inside.height - 7.5 }),
      ...pageFoot(
        paper,
        {
          says: `Templates: ${lessonTitle}`,
          mark: shown
            .map((p) => marks.get(p.id))
            .slice(0, 4)
            .join(" "),
          page: i + 1,
          of: pages.length,
        },
        measure,
      ),
    ],
    alt: `Templates of ${lessonTitle}: ${shown.map((p) => p.title).join("; ")}`,
  }));
}

function placed(piece: Piece, x: number, y: number): Mark[] {
  return carryMarks(piece.marks, { to: (p) => ({ x: p.x + x, y: p.y + y }) });
}
