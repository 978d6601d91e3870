import type { Move } from "../../drawing/drafter/index.ts";
import { isDot, type Paper, type PaperStroke } from "../../drawing/paper/index.ts";
import { distanceMm, type PaperPoint, pointOn } from "../../ground/geometry/index.ts";
import type { Mark, Spot } from "./mark.ts";

/** How far a move has come, and the hand that makes it. */
export interface ToolsAt {
  /** How far along its stroke the pencil stands, 0 to 1. */
  readonly reach: number;
  /** How much of a rubbing-out is done, 0 to 1. */
  readonly erased: number;
  readonly hand: "right" | "left";
}

/** Ruler, pencil and eraser as the hand holds them in a move; empty where the hand only looks. */
export function toolMarks(move: Move, moveIndex: number, paper: Paper, at: ToolsAt): Mark[] {
  if (move.hand === "erase") return eraserMarks(move, moveIndex, paper, at);
  const stroke = paper.strokes.find((s) => s.moveIndex === moveIndex);
  if (!stroke || stroke.pieces.length === 0) return [];
  const tip = isDot(stroke) ? stroke.from : pointOn(stroke.trace, at.reach);
  const pencil = pencilMark(move.id, tip, at.hand);
  switch (move.hand) {
    case "rule":
    case "trace":
      return isDot(stroke) || stroke.trace.kind !== "straight"
        ? [pencil]
        : [...rulerMarks(stroke, at.hand), pencil];
    case "mark":
    case "curve":
    case "freehand":
    case "fill":
    case "circle":
    case "template":
      return [pencil];
    default:
      return [];
  }
}

const RULER_WIDTH_MM = 28;
const RULER_OVERHANG_MM = 18;

/** The ruler lying along a stroke, below a level line and on the drawing hand's side of an upright one. */
function rulerMarks(stroke: PaperStroke, hand: ToolsAt["hand"]): Mark[] {
  const length = distanceMm(stroke.from, stroke.to);
  if (length === 0) return [];
  let [ux, uy] = [(stroke.to.xMm - stroke.from.xMm) / length, (stroke.to.yMm - stroke.from.yMm) / length];
  const upright = Math.abs(uy) > Math.abs(ux) * 4;
  if (ux < 0 || (ux === 0 && uy > 0)) [ux, uy] = [-ux, -uy];
  // A left hand holds the ruler on the left of an upright line, a right hand on its right.
  const side = upright && (hand === "left") === uy < 0 ? -1 : 1;
  const at = (p: PaperPoint, along: number, off: number): Spot => ({
    x: p.xMm + ux * along - uy * off * side,
    y: p.yMm + uy * along + ux * off * side,
  });
  const first = stroke.pieces[0]?.from ?? 0;
  const last = stroke.pieces[stroke.pieces.length - 1]?.to ?? 1;
  const [p, q] = [pointOn(stroke.trace, first), pointOn(stroke.trace, last)];
  const [a, b] = p.xMm * ux + p.yMm * uy <= q.xMm * ux + q.yMm * uy ? [p, q] : [q, p];
  const ink = { colour: "ruler", width: 0.3, dash: [] } as const;
  return [
    {
      kind: "path",
      id: `${stroke.id}#ruler`,
      points: [
        at(a, -RULER_OVERHANG_MM, 0.4),
        at(b, RULER_OVERHANG_MM, 0.4),
        at(b, RULER_OVERHANG_MM, RULER_WIDTH_MM),
        at(a, -RULER_OVERHANG_MM, RULER_WIDTH_MM),
      ],
      closed: true,
      ink,
      fill: "ruler",
    },
  ];
}

/** A pencil whose point touches the paper, leaning toward the hand. */
function pencilMark(id: string, tip: PaperPoint, hand: ToolsAt["hand"]): Mark {
  const lean = hand === "left" ? -1 : 1;
  return {
    kind: "path",
    id: `${id}#pencil`,
    points: [
      { x: tip.xMm, y: tip.yMm },
      { x: tip.xMm + 3.4 * lean, y: tip.yMm - 8.6 },
      { x: tip.xMm + 15 * lean, y: tip.yMm - 29 },
      { x: tip.xMm + 19 * lean, y: tip.yMm - 26.7 },
      { x: tip.xMm + 7.4 * lean, y: tip.yMm - 6.3 },
    ],
    closed: true,
    ink: { colour: "hand", width: 0.3, dash: [] },
    fill: "hand",
  };
}

/** The eraser's edge on the stretch that is going just now: the dying pieces are gone over one after another. */
function eraserMarks(move: Move, moveIndex: number, paper: Paper, at: ToolsAt): Mark[] {
  const dying = paper.strokes.flatMap((stroke) =>
    isDot(stroke)
      ? []
      : stroke.pieces.filter((p) => p.diesAt === moveIndex).map((piece) => ({ stroke, piece })),
  );
  const last = dying[Math.min(dying.length - 1, Math.floor(at.erased * dying.length))];
  if (!last) return [];
  const within = at.erased * dying.length - Math.floor(at.erased * dying.length);
  const { piece, stroke } = last;
  const p = pointOn(stroke.trace, piece.from + (piece.to - piece.from) * (at.erased >= 1 ? 1 : within));
  const lean = at.hand === "left" ? -1 : 1;
  const corner = (x: number, y: number): Spot => ({ x: p.xMm + x * lean, y: p.yMm + y });
  return [
    {
      kind: "path",
      id: `${move.id}#eraser`,
      points: [corner(-3, 1.5), corner(3, -1.5), corner(8, -12), corner(2, -9)],
      closed: true,
      ink: { colour: "going", width: 0.4, dash: [] },
      fill: "sheet",
    },
  ];
}
