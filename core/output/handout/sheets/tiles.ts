import {
  carryMarks,
  clipMarks,
  type Mark,
  type MeasureText,
  type Spot,
} from "../../../showing/display/index.ts";
import type { Page, PaperInPrinter, Size } from "../page.ts";
import { silent } from "../parts.ts";
import { footOf, frame, roomOn, type TrueScale, titleOf } from "./scale-page.ts";

/** Tiles share so much paper with their neighbours. */
export const OVERLAP_MM = 10;

/** How many tiles side by side and below each other. */
export interface Grid {
  readonly paper: PaperInPrinter;
  readonly columns: number;
  readonly rows: number;
}

/** The tiles that a drawing takes on a paper. */
export function gridOf({ width, height }: Size, paper: PaperInPrinter): Grid {
  const room = roomOn(paper);
  const many = (whole: number, each: number) =>
    Math.max(1, Math.ceil((whole - OVERLAP_MM - 0.01) / (each - OVERLAP_MM)));
  return { paper, columns: many(width, room.width), rows: many(height, room.height) };
}

/** A drawing in pieces that overlap, with crosses to lay on each other and the neighbours' names. */
export function tiles(drawing: TrueScale, { paper, columns, rows }: Grid, measure: MeasureText) {
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
