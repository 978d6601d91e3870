import { useMemo } from "react";
import { findCurrentTake } from "#core/document/lesson";
import type { Step } from "#core/telling/steps";
import { type Cue, correctWords, type Heard, kindsByWord, tokensOf, type Word } from "#core/time/narration";
import { type Stray, wordsWithoutStep } from "#core/time/placing";
import {
  type Edit,
  type PacePoint,
  paceCurve,
  type StrokeInRecording,
  startsInRecording,
  strokesInRecording,
} from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";

const NONE: readonly [] = [];

/** Where a step begins in the recording; without a word it is an estimate. */
export interface StepStart {
  readonly step: Step;
  readonly sourceMs: number;
  readonly wordId: string | null;
  /** The word was found, and nobody pinned the step there. */
  readonly found: boolean;
}

/** What the current take says and where the steps stand in it, all in the recording's own time. */
export interface Narration {
  readonly cues: readonly Cue[];
  readonly words: readonly Word[];
  readonly heard: ReadonlyMap<string, readonly Heard[]>;
  /** Sentences that no step draws. */
  readonly stray: readonly Stray[];
  readonly pace: readonly PacePoint[];
  readonly starts: readonly StepStart[];
  readonly strokes: readonly StrokeInRecording[];
  readonly edits: readonly Edit[];
  readonly durationMs: number;
  /** Steps that have no place in the words yet. */
  readonly open: number;
}

/** The parts of a computed lesson that the words are read with, each worked out again only when it changed. */
export function useNarration(): Narration {
  const { lesson, computed } = useLesson();
  const take = findCurrentTake(lesson);
  const { schedule, steps, editMap } = computed;
  const corrections = take?.corrections;
  const cues = take?.narration?.cues ?? NONE;
  const anchors = take?.anchors;
  const words = useMemo(() => correctWords(computed.words, corrections ?? []), [computed.words, corrections]);
  const heard = useMemo(() => kindsByWord(cues, computed.heard), [cues, computed.heard]);
  const stray = useMemo(
    () => wordsWithoutStep(steps, tokensOf(cues), computed.heard),
    [steps, cues, computed.heard],
  );
  const pace = useMemo(
    () => (editMap ? paceCurve(words, schedule, editMap) : []),
    [words, schedule, editMap],
  );
  const starts = useMemo(() => {
    const startOf = startsInRecording(schedule.windows, words, anchors ?? {}, editMap);
    const byId = new Map(steps.map((s) => [s.id, s]));
    return schedule.windows.flatMap(({ stepId, wordId }): StepStart[] => {
      const step = byId.get(stepId);
      return step
        ? [{ step, sourceMs: startOf.get(stepId) ?? 0, wordId, found: anchors?.[stepId]?.found === true }]
        : [];
    });
  }, [schedule, words, anchors, editMap, steps]);
  const strokes = useMemo(() => strokesInRecording(schedule.moves, editMap), [schedule, editMap]);
  return {
    cues,
    words,
    heard,
    stray,
    pace,
    starts,
    strokes,
    edits: take?.edits ?? NONE,
    durationMs: editMap?.sourceMs ?? 0,
    open: schedule.windows.filter((w) => w.wordId === null).length,
  };
}
