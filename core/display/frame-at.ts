import type { Move } from "../drafter/index.ts";
import { fillsAfter, isDot, type Paper, type PaperStroke, paperAfter } from "../paper/index.ts";
import { type MoveTiming, type Schedule, windowAt } from "../schedule/index.ts";
import type { Step } from "../steps/index.ts";
import type { Sheet } from "../view/index.ts";
import { sheetMark } from "./draw-state.ts";
import type { Medium } from "./ink.ts";
import type { Drawing, Mark } from "./mark.ts";
import { fillMarks, strokeMarks } from "./stroke-marks.ts";
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

/** The lesson at one moment of lesson time: a pure function of (lesson, t). */
export interface Frame {
  readonly atMs: number;
  /** The step whose window holds this moment; null before the first. */
  readonly stepId: string | null;
  /** The move under way, and how far its line is drawn (0 to 1). */
  readonly active: { readonly moveIndex: number; readonly reach: number } | null;
  /** Paper mm; without the sheet's own surface, so that it can lie over a picture. */
  readonly drawing: Drawing;
}

export interface FrameOptions {
  readonly medium: Medium;
  /** Show the ruler and the pencil's point too. */
  readonly tools: boolean;
  readonly withSheet: boolean;
  /** Show faintly what the step at hand has still to come, or the first one before it begins. */
  readonly toCome?: boolean;
}

/** The frame at lesson time `atMs`. Moves that ended before are on the paper, the one under way is part drawn. */
export function frameAt(source: FrameSource, atMs: number, options: FrameOptions): Frame {
  const current = windowAt(source.schedule, atMs);
  const step = current ? source.steps.find((s) => s.id === current.stepId) : undefined;
  const begun = source.schedule.moves.filter((m) => m.startMs <= atMs);
  const underWay = begun.findLast((m) => m.endMs > atMs) ?? null;
  const done = begun.findLast((m) => m.endMs <= atMs)?.moveIndex ?? -1;
  const reach = underWay ? reachAt(underWay, atMs) : 1;
  const newFrom = step?.firstMove ?? Number.POSITIVE_INFINITY;

  const marks: Mark[] = [
    ...fillMarks(fillsAfter(source.paper, done)),
    ...(options.toCome ? toComeMarks(source.paper, step ?? source.steps[0], begun, options.medium) : []),
  ];
  for (const { stroke, pieces } of paperAfter(source.paper, done)) {
    const emphasis = stroke.moveIndex >= newFrom ? "new" : "standing";
    const standing = underWay
      ? pieces.filter((p, i) => p.diesAt !== underWay.moveIndex || !isRubbedOut(stroke, i, reach))
      : pieces;
    marks.push(...strokeMarks(stroke, standing, { moveIndex: done, emphasis, medium: options.medium }));
  }
  if (underWay) {
    const stroke = source.paper.strokes.find((s) => s.moveIndex === underWay.moveIndex);
    const drawn = stroke && stroke.pieces.length > 0 && (isDot(stroke) ? reach > 0 : true);
    if (drawn) {
      const visible = reachOfPieces(stroke, reach);
      if (reach > 0)
        marks.push(
          ...strokeMarks(stroke, stroke.pieces, {
            moveIndex: underWay.moveIndex,
            emphasis: "new",
            medium: options.medium,
            reach: visible,
          }),
        );
    }
  }
  const move = underWay && source.moves[underWay.moveIndex];
  if (options.tools && underWay && move) {
    const stroke = source.paper.strokes.find((s) => s.moveIndex === underWay.moveIndex);
    const visible = stroke && stroke.pieces.length > 0 ? reachOfPieces(stroke, reach) : 1;
    marks.push(
      ...toolMarks(move, underWay.moveIndex, source.paper, {
        reach: visible,
        erased: reach,
        hand: source.hand ?? "right",
      }),
    );
  }
  const box = { x: 0, y: 0, width: source.sheet.widthMm, height: source.sheet.heightMm };
  return {
    atMs,
    stepId: step?.id ?? null,
    active: underWay ? { moveIndex: underWay.moveIndex, reach } : null,
    drawing: {
      unit: "mm",
      box,
      marks: options.withSheet ? [sheetMark(source.sheet), ...marks] : marks,
      alt: step ? `Step ${step.number}: ${step.title}` : "The empty sheet",
    },
  };
}

/** The strokes of a step that are not begun yet, faint. */
function toComeMarks(
  paper: Paper,
  step: Step | undefined,
  begun: readonly MoveTiming[],
  medium: Medium,
): Mark[] {
  if (!step) return [];
  const started = new Set(begun.map((m) => m.moveIndex));
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

function reachAt(move: MoveTiming, atMs: number): number {
  if (atMs < move.drawFromMs) return 0;
  if (atMs >= move.drawToMs) return 1;
  return (atMs - move.drawFromMs) / (move.drawToMs - move.drawFromMs);
}

/** While rubbing out, a stroke's dying pieces go one after another, in an order of the stroke's own. */
function isRubbedOut(stroke: PaperStroke, piece: number, reach: number): boolean {
  const turn = ((stroke.moveIndex * 7 + piece * 3) % 10) / 10;
  return reach > turn;
}

/** How far along the stroke the pencil stands: it travels only where the stroke lands on the paper. */
function reachOfPieces(stroke: PaperStroke, reach: number): number {
  const total = stroke.pieces.reduce((sum, p) => sum + p.to - p.from, 0);
  let left = reach * total;
  for (const p of stroke.pieces) {
    if (left <= p.to - p.from) return p.from + left;
    left -= p.to - p.from;
  }
  return stroke.pieces[stroke.pieces.length - 1]?.to ?? 0;
}
