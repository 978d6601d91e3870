import type { Move } from "../../drawing/drafter/index.ts";
import {
  isDot,
  type Paper,
  type PaperStroke,
  paperAfter,
  type StrokePiece,
} from "../../drawing/paper/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { type MoveTiming, type Schedule, windowAt } from "../../time/schedule/index.ts";
import type { Emphasis, Medium } from "./ink.ts";
import type { Mark } from "./mark.ts";
import { strokeMarks } from "./stroke-marks.ts";
import { toolMarks } from "./tool-marks.ts";

/** What is needed to show a lesson at any moment. */
export interface FrameSource {
  readonly paper: Paper;
  readonly moves: readonly Move[];
  readonly steps: readonly Step[];
  readonly schedule: Schedule;
  readonly sheet: Sheet;
  /** The hand the demonstrator draws with; left out: the right one. */
  readonly hand?: "right" | "left" | undefined;
}

/** How far the lesson has come at a moment of its time. */
export interface Moment {
  /** The step whose window holds it; null before the first. */
  readonly step: Step | null;
  /** The last move that is done; -1 before the first. */
  readonly done: number;
  /** The move under way, and how far its line is drawn, 0 to 1. */
  readonly underWay: MoveTiming | null;
  readonly reach: number;
}

/** How far the lesson has come at `atMs` of its time. */
export function momentAt({ schedule, steps }: FrameSource, atMs: number): Moment {
  const current = windowAt(schedule, atMs);
  const { moves } = schedule;
  const underWay = moves.findLast((m) => m.startMs <= atMs && m.endMs > atMs) ?? null;
  // What comes before the first step stands on the sheet from the start: the lesson goes on with it.
  const begun = steps[0]?.firstMove ?? 0;
  return {
    step: (current && steps.find((s) => s.id === current.stepId)) ?? null,
    done: moves.findLast((m) => m.startMs <= atMs && m.endMs <= atMs)?.moveIndex ?? begun - 1,
    underWay,
    reach: underWay ? reachAt(underWay, atMs) : 1,
  };
}

function reachAt(move: MoveTiming, atMs: number): number {
  if (atMs < move.drawFromMs) return 0;
  if (atMs >= move.drawToMs) return 1;
  return (atMs - move.drawFromMs) / (move.drawToMs - move.drawFromMs);
}

/** How a standing piece is shown; null: not at all. */
export type ShowPiece = (stroke: PaperStroke, piece: StrokePiece) => Emphasis | null;

/** What stands on the paper at a moment, as far as it is shown; what is just being rubbed out goes piece by piece. */
export function standingMarks(
  paper: Paper,
  { done, underWay, reach }: Moment,
  medium: Medium,
  show: ShowPiece,
): Mark[] {
  return paperAfter(paper, done).flatMap(({ stroke, pieces }) => {
    const by = new Map<Emphasis, StrokePiece[]>();
    for (const [i, piece] of pieces.entries()) {
      if (underWay && piece.diesAt === underWay.moveIndex && isRubbedOut(stroke, i, reach)) continue;
      const emphasis = show(stroke, piece);
      if (emphasis) by.set(emphasis, [...(by.get(emphasis) ?? []), piece]);
    }
    return [...by].flatMap(([emphasis, some]) =>
      strokeMarks(stroke, some, { moveIndex: done, emphasis, medium }),
    );
  });
}

/** The line under way, as far as it is drawn. */
export function underWayMarks(paper: Paper, { underWay, reach }: Moment, medium: Medium): Mark[] {
  const stroke = underWay && paper.strokes.find((s) => s.moveIndex === underWay.moveIndex);
  return underWay && stroke ? drawnMarks(stroke, underWay.moveIndex, reach, medium) : [];
}

/** A stroke while it is drawn for the first time. */
export function drawnMarks(stroke: PaperStroke, moveIndex: number, reach: number, medium: Medium): Mark[] {
  if (stroke.pieces.length === 0 || reach <= 0) return [];
  return strokeMarks(stroke, stroke.pieces, {
    moveIndex,
    emphasis: "new",
    medium,
    reach: reachOfPieces(stroke, reach),
  });
}

/** Ruler, pencil and eraser in the move under way. */
export function toolsAt({ moves, paper, hand }: FrameSource, { underWay, reach }: Moment): Mark[] {
  const move = underWay && moves[underWay.moveIndex];
  if (!underWay || !move) return [];
  const stroke = paper.strokes.find((s) => s.moveIndex === underWay.moveIndex);
  const visible = stroke && stroke.pieces.length > 0 ? reachOfPieces(stroke, reach) : 1;
  return toolMarks(move, underWay.moveIndex, paper, {
    reach: visible,
    erased: reach,
    hand: hand ?? "right",
  });
}

/** The strokes of a step that are not begun yet, faint. */
export function toComeMarks(
  { paper, schedule }: Pick<FrameSource, "paper" | "schedule">,
  step: Step | undefined,
  atMs: number,
  medium: Medium,
): Mark[] {
  if (!step) return [];
  const started = new Set(schedule.moves.filter((m) => m.startMs <= atMs).map((m) => m.moveIndex));
  const width = medium === "overlay" ? 0.5 : 0.3;
  return paper.strokes.flatMap((stroke): Mark[] => {
    const { moveIndex } = stroke;
    if (moveIndex < step.firstMove || moveIndex > step.lastMove || started.has(moveIndex)) return [];
    return strokeMarks(stroke, stroke.pieces, { moveIndex, emphasis: "standing", medium }).flatMap(
      (mark): Mark[] =>
        mark.kind === "path"
          ? [{ ...mark, id: `to-come/${mark.id}`, ink: { colour: "faint", width, dash: [] } }]
          : [],
    );
  });
}

/** While rubbing out, a stroke's dying pieces go one after another, in an order of the stroke's own. */
function isRubbedOut(stroke: PaperStroke, piece: number, reach: number): boolean {
  const turn = ((stroke.moveIndex * 7 + piece * 3) % 10) / 10;
  return reach > turn;
}

/** How far along the stroke the pencil stands: it travels only where the stroke lands on the paper. */
function reachOfPieces(stroke: PaperStroke, reach: number): number {
  if (isDot(stroke)) return reach;
  const total = stroke.pieces.reduce((sum, p) => sum + p.to - p.from, 0);
  let left = reach * total;
  for (const p of stroke.pieces) {
    if (left <= p.to - p.from) return p.from + left;
    left -= p.to - p.from;
  }
  return stroke.pieces[stroke.pieces.length - 1]?.to ?? 0;
}
