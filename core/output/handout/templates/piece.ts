import type { PaperPoint } from "../../../ground/geometry/index.ts";
import { cornersOf, type Mark, type Spot } from "../../../showing/display/index.ts";
import type { Size } from "../page.ts";

/** Something to cut out at true scale; marks in mm from its upper left corner. */
export interface Piece {
  readonly id: string;
  readonly title: string;
  readonly says: string;
  readonly size: Size;
  readonly marks: readonly Mark[];
}

/** A mark on a strip, so far from its start. */
export interface Tick {
  readonly mm: number;
  readonly says: string;
}

/** A strip whose ticks are laid on the sheet: its start at one place, its edge toward another. */
export interface Strip {
  readonly id: string;
  readonly title: string;
  readonly says: string;
  readonly ticks: readonly Tick[];
  /** Where on the sheet its start is laid. */
  readonly from: PaperPoint;
  /** Its direction on the sheet, a unit vector in paper mm. */
  readonly along: Spot;
  /** How long its edge is, mm: to the last tick, or to the sheet's other edge. */
  readonly lengthMm: number;
}

const STRIP_WIDE_MM = 22;
const AFTER_MM = 8;
const BEFORE_MM = 8;
const LINE = { colour: "ink", width: 0.2, dash: [] } as const;

export const pathMark = (id: string, points: readonly Spot[], closed = false): Mark => ({
  kind: "path",
  id,
  points,
  closed,
  ink: LINE,
  fill: null,
});

/** The outline along which a piece is cut out. */
export const cutOut = (id: string, { width, height }: Size): Mark =>
  pathMark(`${id}/cut`, cornersOf({ x: 0, y: 0, width, height }), true);

export const labelMark = (
  id: string,
  at: Spot,
  words: string,
  size: number,
  anchor: "start" | "middle" | "end" = "middle",
): Mark => ({
  kind: "text",
  id,
  at,
  lines: [words],
  size,
  lineHeight: size * 1.3,
  colour: "ink",
  weight: "regular",
  anchor,
});

/** A strip as a piece: its upper edge is laid along the line, 0 at its start, a tick with its name at each place. */
export function stripPiece(strip: Strip): Piece {
  const width = BEFORE_MM + strip.lengthMm + AFTER_MM;
  const at = (mm: number) => BEFORE_MM + mm;
  let before = Number.NEGATIVE_INFINITY;
  let row = 0;
  const ticks = [{ mm: 0, says: "0" }, ...strip.ticks].flatMap(({ mm, says }, i) => {
    // Names that would stand in each other take turns in rows.
    row = mm - before < 6 ? (row + 1) % 3 : 0;
    before = mm;
    const long = 3 + row * 3.4;
    return [
      pathMark(`${strip.id}/tick-${i}`, [
        { x: at(mm), y: 0 },
        { x: at(mm), y: long },
      ]),
      labelMark(`${strip.id}/says-${i}`, { x: at(mm), y: long + 2.9 }, says, 2.8),
    ];
  });
  return {
    id: strip.id,
    title: strip.title,
    says: strip.says,
    size: { width, height: STRIP_WIDE_MM },
    marks: [
      cutOut(strip.id, { width, height: STRIP_WIDE_MM }),
      ...ticks,
      labelMark(`${strip.id}/title`, { x: 3, y: STRIP_WIDE_MM - 2 }, strip.title, 2.8, "start"),
    ],
  };
}
