import type { Word } from "../narration/index.ts";
import type { Anchors } from "./anchor.ts";
import { type EditMap, lessonToSource } from "./edit-map.ts";
import type { MoveTiming } from "./fit-moves.ts";
import type { StepWindow } from "./schedule-steps.ts";

/**
 * Where each step begins in the recording's own time, ms, by the step's id. A step tied to a word begins there also when
 * the word is cut out, so that it can be found and moved; any other where the edits put its time in the lesson.
 */
export function startsInRecording(
  windows: readonly StepWindow[],
  words: readonly Word[],
  anchors: Anchors,
  map: EditMap | null,
): ReadonlyMap<string, number> {
  const spoken = new Map(words.map((w) => [w.id, w.startMs]));
  return new Map(
    windows.map((w) => {
      const anchor = w.wordId === null ? undefined : anchors[w.stepId];
      const at = anchor && spoken.get(anchor.wordId);
      if (anchor && at !== undefined) return [w.stepId, Math.max(0, at + anchor.offsetMs)];
      return [w.stepId, map ? lessonToSource(map, w.startMs) : w.startMs];
    }),
  );
}

/** A stroke along the recording: its pencil is on the paper in [fromMs, toMs). */
export interface StrokeInRecording {
  readonly moveId: string;
  readonly moveIndex: number;
  readonly wordId: string | null;
  readonly fromMs: number;
  readonly toMs: number;
}

/** The strokes of one step, in order. */
export function strokesOf(
  step: { readonly firstMove: number; readonly lastMove: number },
  strokes: readonly StrokeInRecording[],
): readonly StrokeInRecording[] {
  return strokes.filter((s) => step.firstMove <= s.moveIndex && s.moveIndex <= step.lastMove);
}

/** Where each move's pencil is on the paper in the recording's own time, ms. */
export function strokesInRecording(
  moves: readonly MoveTiming[],
  map: EditMap | null,
): readonly StrokeInRecording[] {
  const inSource = (ms: number) => (map ? lessonToSource(map, ms) : ms);
  return moves.map((m) => ({
    moveId: m.moveId,
    moveIndex: m.moveIndex,
    wordId: m.wordId,
    fromMs: inSource(m.drawFromMs),
    toMs: inSource(m.drawToMs),
  }));
}
