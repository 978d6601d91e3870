import type { Move } from "../../drawing/drafter/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import type { Word } from "../narration/index.ts";
import { type Anchors, anchoredWords, anchorFinding } from "./anchor.ts";
import { type EditMap, type Held, nearestLesson, sourceToLesson } from "./edit-map.ts";

/** One move in lesson time: the ruler lies from startMs, the pencil draws in [drawFromMs, drawToMs). */
export interface MoveTiming {
  readonly moveId: string;
  readonly moveIndex: number;
  /** The word at which its pencil begins; null when it follows the move before. */
  readonly wordId: string | null;
  readonly startMs: number;
  readonly drawFromMs: number;
  readonly drawToMs: number;
  readonly endMs: number;
}

/** Share of a move spent laying the ruler, and share after which the pencil has drawn. */
const RULER_LAID = 0.25;
const LINE_DRAWN = 0.85;

/** A move tied to a word: when its pencil begins, in lesson time, and the word. */
interface Tied {
  readonly atMs: number;
  readonly wordId: string;
  readonly text: string;
}
export const NOTHING_TIED: { at: ReadonlyMap<number, Tied>; findings: readonly Finding[] } = {
  at: new Map(),
  findings: [],
};

/** The moves whose words are spoken, by their index. */
export function tiedMoves(
  steps: readonly Step[],
  moves: readonly Move[],
  take: {
    readonly durationMs: number;
    readonly words: readonly Word[];
    readonly strokeAnchors?: Anchors;
    readonly map: EditMap;
  },
): { at: ReadonlyMap<number, Tied>; findings: readonly Finding[] } {
  const anchors = Object.entries(take.strokeAnchors ?? {});
  if (anchors.length === 0) return NOTHING_TIED;
  const words = anchoredWords(take.words, take.strokeAnchors ?? {});
  const indices = new Map(moves.map((m, i) => [m.id, i]));
  const at = new Map<number, Tied>();
  const findings: Finding[] = [];
  for (const [moveId, anchor] of anchors) {
    const index = indices.get(moveId);
    const step = steps.find((s) => index !== undefined && s.firstMove <= index && index <= s.lastMove);
    if (index === undefined || !step) {
      findings.push(
        anchorFinding(
          "anchor-without-stroke",
          "take",
          `A place in the narration is kept for a stroke of "${moveId.split("/")[0]}" that is not in the lesson now.`,
        ),
      );
      continue;
    }
    const word = words.get(anchor.wordId);
    if (!word) {
      findings.push(
        anchorFinding(
          "anchor-without-word",
          step.id,
          `A stroke of step ${step.number} "${step.title}" is tied to word ${anchor.wordId}, which this narration does not have. It follows the stroke before it until it is placed again.`,
        ),
      );
      continue;
    }
    const sourceMs = Math.min(Math.max(0, word.startMs + anchor.offsetMs), take.durationMs);
    const atMs = sourceToLesson(take.map, sourceMs)?.fromMs ?? nearestLesson(take.map, sourceMs);
    at.set(index, { atMs, wordId: anchor.wordId, text: word.text });
  }
  return { at, findings };
}

/**
 * Lays the moves of one step into its time, from when it has been told until it ends or the picture is held for the class.
 * Also the tightest stretch: what share of hand pace it is drawn in, what it would take by hand, and what it has, ms.
 */
export function fitMoves({
  step,
  moves,
  hand,
  tied,
  holds,
  toldMs,
  endMs,
}: {
  step: Step;
  moves: readonly Move[];
  /** What each move takes by hand, ms. */
  hand: readonly number[];
  tied: ReadonlyMap<number, Tied>;
  holds: readonly Held[];
  toldMs: number;
  endMs: number;
}): {
  moves: readonly MoveTiming[];
  slowest: { readonly pace: number; readonly natural: number; readonly room: number };
  findings: readonly Finding[];
} {
  // No ruler is laid before an eraser.
  const laid = (m: number) => (moves[m]?.hand === "erase" ? 0 : (hand[m] ?? 0) * RULER_LAID);
  const { spans, misplaced } = spansOf(step, toldMs, endMs, tied, laid);
  const made: MoveTiming[] = [];
  let slowest = { pace: 1, natural: 0, room: 0 };
  for (const [k, span] of spans.entries()) {
    const limit = spans[k + 1]?.fromMs ?? endMs;
    // The class draws while the picture is held: by then the demonstrator has finished. A ruler may lie through a hold.
    const began = span.tied?.atMs ?? span.fromMs;
    const drawnBy = holds.find((h) => h.lessonFrom > began && h.lessonFrom < limit)?.lessonFrom ?? limit;
    const fitted = fitSpan(span, drawnBy, hand, laid, moves);
    made.push(...fitted.moves);
    if (fitted.pace < slowest.pace) slowest = fitted;
  }
  return {
    moves: made,
    slowest,
    findings: misplaced.map((m) => outsideFinding(step, tied.get(m)?.text ?? "")),
  };
}

/** Moves that follow each other from one fixed time: the step's own start, or a stroke tied to a word. */
interface Span {
  /** When the first hand movement of the span begins. */
  readonly fromMs: number;
  readonly firstMove: number;
  readonly lastMove: number;
  /** The tied stroke it begins with, and how long its ruler lies before the pencil is put down. */
  readonly tied: (Tied & { readonly laidMs: number }) | null;
}

/** A step's moves parted where one is tied to a word; ties outside the step's time, or out of order, are let go. */
function spansOf(
  step: Step,
  toldMs: number,
  endMs: number,
  tied: ReadonlyMap<number, Tied>,
  laid: (move: number) => number,
): { spans: readonly Span[]; misplaced: readonly number[] } {
  const spans: Span[] = [];
  const misplaced: number[] = [];
  let open = { fromMs: toldMs, firstMove: step.firstMove, tied: null as Span["tied"] };
  let latest = toldMs;
  for (let m = step.firstMove; m <= step.lastMove; m++) {
    const at = tied.get(m);
    if (!at) continue;
    if (at.atMs < latest || at.atMs >= endMs) {
      misplaced.push(m);
      continue;
    }
    const laidMs = Math.min(laid(m), at.atMs - latest);
    if (m > open.firstMove) spans.push({ ...open, lastMove: m - 1 });
    open = { fromMs: at.atMs - laidMs, firstMove: m, tied: { ...at, laidMs } };
    latest = at.atMs;
  }
  if (step.lastMove >= open.firstMove) spans.push({ ...open, lastMove: step.lastMove });
  return { spans, misplaced };
}

/** Lays a span's moves one after the other, at hand pace or squeezed so that the last is drawn by `drawnBy`. */
function fitSpan(
  span: Span,
  drawnBy: number,
  hand: readonly number[],
  laid: (move: number) => number,
  moves: readonly Move[],
): { moves: readonly MoveTiming[]; pace: number; natural: number; room: number } {
  const began = span.tied?.atMs ?? span.fromMs;
  const spent = span.tied ? laid(span.firstMove) : 0;
  const natural = hand.slice(span.firstMove, span.lastMove + 1).reduce((a, b) => a + b, 0) - spent;
  const room = drawnBy - began;
  const pace = natural > room ? room / natural : 1;
  // Paces add up with rounding: without a bound the last move could end a millisecond after its window.
  const within = (ms: number) => Math.round(Math.min(ms, drawnBy));
  // As if the tied stroke's ruler had been laid at this pace, so that its pencil begins just at the word.
  let at = began - spent * pace;
  const made: MoveTiming[] = [];
  for (let m = span.firstMove; m <= span.lastMove; m++) {
    const takes = (hand[m] ?? 0) * pace;
    const tied = m === span.firstMove ? span.tied : null;
    made.push({
      moveId: moves[m]?.id ?? "",
      moveIndex: m,
      wordId: tied?.wordId ?? null,
      startMs: within(tied ? span.fromMs : at),
      drawFromMs: within(tied ? tied.atMs : at + laid(m) * pace),
      drawToMs: within(at + takes * LINE_DRAWN),
      endMs: within(at + takes),
    });
    at += takes;
  }
  return { moves: made, pace, natural, room };
}

function outsideFinding(step: Step, word: string): Finding {
  return anchorFinding(
    "anchor-out-of-order",
    step.id,
    `A stroke of step ${step.number} "${step.title}" is tied to "${word}", which is not spoken in its turn within the step. It follows the stroke before it until it is placed again.`,
  );
}
