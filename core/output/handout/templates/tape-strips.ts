import type { ComputedLesson } from "../../../document/pipeline/index.ts";
import type { SheetEdge } from "../../../drawing/drafter/index.ts";
import { formatLength } from "../../../ground/base/index.ts";
import type { PaperPoint } from "../../../ground/geometry/index.ts";
import { cutOut, labelMark, type Piece, pathMark } from "./piece.ts";

const WIDE_MM = 40;
const BEYOND_MM = 10;
const DOT_MM = 1;

/** A point beside the sheet that a strip of paper taped to an edge carries. */
export interface Taped {
  readonly edge: SheetEdge;
  readonly at: PaperPoint;
  readonly called: string;
  readonly step: number;
}

/** The points that a lesson marks on paper taped to the sheet, each once. */
export function tapedPoints({ steps }: Pick<ComputedLesson, "steps">): Taped[] {
  const all = steps.flatMap((s) =>
    s.picturedInFull.signs.flatMap(({ sign }): Taped[] =>
      sign.k === "taped" ? [{ edge: sign.edge, at: sign.at, called: sign.called, step: s.number }] : [],
    ),
  );
  return all.filter(
    (t, i) =>
      all.findIndex(
        (o) => o.edge === t.edge && Math.hypot(o.at.xMm - t.at.xMm, o.at.yMm - t.at.yMm) < 0.05,
      ) === i,
  );
}

/** Strips to tape to the sheet's edges, with the point where it belongs and the line that goes on from the sheet. */
export function tapeStrips(lesson: Pick<ComputedLesson, "steps" | "sheet">): Piece[] {
  const { sheet } = lesson;
  return tapedPoints(lesson).map(({ edge, at, called, step }): Piece => {
    const out = {
      left: -at.xMm,
      right: at.xMm - sheet.widthMm,
      top: -at.yMm,
      bottom: at.yMm - sheet.heightMm,
    }[edge];
    const level = edge === "left" || edge === "right";
    const along = level ? at.yMm : at.xMm;
    const from = level ? "top" : "left";
    const id = `tape/${edge}/${step}/${Math.round(along)}`;
    const length = out + BEYOND_MM;
    const middle = WIDE_MM / 2;
    // The sheet's edge is the strip's own: at its right end for the left edge, else at its left end.
    const sheetAt = edge === "left" ? length : 0;
    const pointAt = edge === "left" ? length - out : out;
    const name = called || "point";
    const reads = formatLength(along, sheet);
    return {
      id,
      title: `Strip to tape on, ${edge} edge: ${name}`,
      says: `Tape its end marked "sheet" to the ${edge} edge, the line ${reads} from the ${from}. The dot is the ${name}.`,
      size: { width: length, height: WIDE_MM },
      marks: [
        cutOut(id, { width: length, height: WIDE_MM }),
        pathMark(`${id}/line`, [
          { x: 0, y: middle },
          { x: length, y: middle },
        ]),
        { kind: "dot", id: `${id}/point`, at: { x: pointAt, y: middle }, radius: DOT_MM, fill: "ink" },
        labelMark(
          `${id}/called`,
          { x: pointAt, y: middle - 3 },
          name,
          3.2,
          edge === "left" ? "start" : "end",
        ),
        labelMark(
          `${id}/sheet`,
          { x: sheetAt === 0 ? 2 : length - 2, y: WIDE_MM - 3 },
          `sheet: ${edge} edge, ${reads} from the ${from}`,
          2.8,
          sheetAt === 0 ? "start" : "end",
        ),
      ],
    };
  });
}
