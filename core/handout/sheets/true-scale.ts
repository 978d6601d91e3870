import { carryMarks, clipMarks, type Mark, type MeasureText, type Spot, wrap } from "../../display/index.ts";
import { pageFoot } from "../lists/flow.ts";
import { type Page, type PagePart, type PaperInPrinter, printable, type Size } from "../page.ts";
import { silent, spoken, text } from "../parts.ts";
import { LEAST_QR_MM, qrCode } from "../qr-code.ts";
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

/** Tiles share so much paper with their neighbours. */
export const OVERLAP_MM = 10;
/** Kept free at the foot of a page: the check line and whose page it is. */
const FOOT_MM = 20;
const HEAD_MM = 8;
/** Paper and sheet of one size differ by no more. */
const SAME_SIZE_MM = 0.6;
const FRAME_INK = { colour: "quiet", width: 0.2, dash: [] } as const;

/**
 * A drawing on paper at true scale: whole on a page where it fits, on the page itself where that is as large as the drawing,
 * else in tiles that overlap, with crosses to lay on each other and the neighbours' names.
 */
export function layTrueScale(
  drawing: TrueScale,
  upright: PaperInPrinter,
  measure: MeasureText,
): { readonly pages: Page[]; readonly notices: string[] } {
  const sideways = { ...upright, size: { width: upright.size.height, height: upright.size.width } };
  const same = [upright, sideways].find(
    ({ size }) =>
      Math.abs(size.width - drawing.size.width) <= SAME_SIZE_MM &&
      Math.abs(size.height - drawing.size.height) <= SAME_SIZE_MM,
  );
  if (same) return onPageItself(drawing, same, measure);
  const ways = [upright, sideways].map((paper) => ({ paper, ...gridOf(drawing.size, paper) }));
  const best = ways.reduce((a, b) => (b.columns * b.rows < a.columns * a.rows ? b : a));
  return best.columns * best.rows === 1
    ? { pages: [wholePage(drawing, best.paper, measure)], notices: [] }
    : tiles(drawing, best, measure);
}

interface Grid {
  readonly paper: PaperInPrinter;
  readonly columns: number;
  readonly rows: number;
}

/** What of a page a tile may fill. */
function roomOn(paper: PaperInPrinter) {
  const { x, y, width, height } = printable(paper);
  return { x, y: y + HEAD_MM, width, height: height - FOOT_MM - HEAD_MM };
}

function gridOf(
  { width, height }: Size,
  paper: PaperInPrinter,
): { readonly columns: number; readonly rows: number } {
  const room = roomOn(paper);
  const many = (whole: number, each: number) =>
    Math.max(1, Math.ceil((whole - OVERLAP_MM - 0.01) / (each - OVERLAP_MM)));
  return { columns: many(width, room.width), rows: many(height, room.height) };
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

function tiles(drawing: TrueScale, { paper, columns, rows }: Grid, measure: MeasureText) {
  const room = roomOn(paper);
  const stepX = room.width - OVERLAP_MM;
  const stepY = room.height - OVERLAP_MM;
  const { width, height } = drawing.size;
  const name = (c: number, r: number) => `${String.fromCharCode(65 + (r % 26))}${c + 1}`;
  const pages = Array.from({ length: rows }, (_, r) =>
    Array.from({ length: columns }, (_, c): Page => {
      const from = { x: c * stepX, y: r * stepY };
      const shown = {
        ...from,
        width: Math.min(room.width, width - from.x),
        height: Math.min(room.height, height - from.y),
      };
      const to = (p: Spot) => ({ x: p.x - from.x + room.x, y: p.y - from.y + room.y });
      const marks = carryMarks(
        clipMarks(drawing.marks, shown).filter((m) => standsWhole(m, shown, measure)),
        { to },
      );
      const edge = frame("edge", { x: -from.x + room.x, y: -from.y + room.y }, drawing.size);
      const neighbours = [
        c > 0 ? `${name(c - 1, r)} on the left` : "",
        c < columns - 1 ? `${name(c + 1, r)} on the right` : "",
        r > 0 ? `${name(c, r - 1)} above` : "",
        r < rows - 1 ? `${name(c, r + 1)} below` : "",
      ].filter(Boolean);
      const page = r * columns + c + 1;
      return {
        size: paper.size,
        parts: [
          titleOf(`${drawing.title} · piece ${name(c, r)}`, paper),
          {
            reads: "picture",
            alt: `Piece ${name(c, r)} of ${columns * rows}. ${drawing.alt}`,
            marks: [...clipMarks([edge], { ...room, width: shown.width, height: shown.height }), ...marks],
          },
          silent(
            ...joins(
              c,
              r,
              columns,
              rows,
              { ...room, width: shown.width, height: shown.height },
              stepX,
              stepY,
            ),
          ),
          ...footOf(
            drawing,
            `Lay cross on cross: joins ${neighbours.join(", ")}. ${drawing.says}`,
            paper,
            page,
            columns * rows,
            measure,
          ),
        ],
        alt: `${drawing.title} of ${drawing.lessonTitle}, piece ${name(c, r)}, at true scale`,
      };
    }),
  ).flat();
  return {
    pages,
    notices: [
      `${drawing.title} is larger than the printer's paper: it comes in ${columns * rows} pieces that overlap by ${OVERLAP_MM} mm.`,
    ],
  };
}

/** Whether a mark's letters stand inside a tile: those that do not stand in its neighbour, which shares the paper. */
function standsWhole(mark: Mark, { x, width }: { x: number; width: number }, measure: MeasureText): boolean {
  if (mark.kind !== "text") return true;
  const wide = Math.max(...mark.lines.map((l) => measure(l, mark.size, mark.weight)));
  const left = mark.at.x - (mark.anchor === "start" ? 0 : mark.anchor === "end" ? wide : wide / 2);
  return left >= x && left + wide <= x + width;
}

const CROSS_MM = 3;

/** Crosses in the middle of what two tiles share, at the same place of the drawing on both. */
function joins(
  c: number,
  r: number,
  columns: number,
  rows: number,
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  stepX: number,
  stepY: number,
): Mark[] {
  const third = (size: number) => [size * 0.25, size * 0.75];
  const spots = [
    ...(c > 0 ? third(height).map((d) => ({ id: "left", at: { x: x + OVERLAP_MM / 2, y: y + d } })) : []),
    ...(c < columns - 1
      ? third(height).map((d) => ({ id: "right", at: { x: x + stepX + OVERLAP_MM / 2, y: y + d } }))
      : []),
    ...(r > 0 ? third(width).map((d) => ({ id: "above", at: { x: x + d, y: y + OVERLAP_MM / 2 } })) : []),
    ...(r < rows - 1
      ? third(width).map((d) => ({ id: "below", at: { x: x + d, y: y + stepY + OVERLAP_MM / 2 } }))
      : []),
  ];
  return spots.flatMap(({ id, at }, i) => [
    hair(`join-${id}-${i}-level`, { x: at.x - CROSS_MM, y: at.y }, { x: at.x + CROSS_MM, y: at.y }),
    hair(`join-${id}-${i}-upright`, { x: at.x, y: at.y - CROSS_MM }, { x: at.x, y: at.y + CROSS_MM }),
  ]);
}

function hair(id: string, from: Spot, to: Spot): Mark {
  return {
    kind: "path",
    id,
    points: [from, to],
    closed: false,
    ink: { colour: "ink", width: 0.15, dash: [] },
    fill: null,
  };
}

function carried(marks: readonly Mark[], size: Size, at: Spot): Mark[] {
  const box = { x: 0, y: 0, ...size };
  return carryMarks(clipMarks(marks, box), { to: (p) => ({ x: p.x + at.x, y: p.y + at.y }) });
}

function frame(id: string, { x, y }: Spot, { width, height }: Size): Mark {
  const points = [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  return { kind: "path", id, points, closed: true, ink: FRAME_INK, fill: null };
}

function titleOf(title: string, paper: PaperInPrinter): PagePart {
  const { x, y } = printable(paper);
  return {
    reads: "title",
    marks: [text("title", { x: x + 6, y: y + 4.2 }, [title], { size: 4.2, weight: "bold" })],
  };
}

/** The check line, what to do, and whose page it is. */
function footOf(
  { lessonTitle, mark, video }: TrueScale,
  says: string,
  paper: PaperInPrinter,
  page: number,
  of: number,
  measure: MeasureText,
): PagePart[] {
  const { x, y, height, width } = printable(paper);
  const at = { x: x + 6, y: y + height - 7.5 };
  const words = fitted(says, width - CHECK_MM - 22 - (video ? LEAST_QR_MM : 0), measure);
  return [
    ...checkLine(at),
    spoken(
      text("says", { x: at.x + CHECK_MM + 6, y: at.y - (words.length > 1 ? 2.6 : 0) }, words, { size: 2.9 }),
    ),
    ...(video
      ? [
          qrCode(
            "code",
            video.address,
            video.at,
            LEAST_QR_MM,
          )(x + width - LEAST_QR_MM, y + height - 5 - LEAST_QR_MM),
        ]
      : []),
    ...pageFoot(paper, { says: lessonTitle, mark, page, of }, measure),
  ];
}

/** Two lines of what to do, no more: the picture says the rest. */
function fitted(says: string, width: number, measure: MeasureText): string[] {
  return wrap(says, width, 2.9, "regular", measure).slice(0, 2);
}
