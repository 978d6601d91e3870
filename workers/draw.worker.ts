import type { Lesson } from "#core/document/lesson";
import { type DrawnLesson, drawLesson, type SightAid, sightAids } from "#core/document/pipeline";
import { type Drawing, drawState, type Mark, type Medium } from "#core/showing/display";

/** Asks for the paper of a lesson after a move, as marks. */
export interface DrawRequest {
  readonly ticket: number;
  readonly lesson: Lesson;
  /** The move shown and the first one that is new; null for the finished paper. */
  readonly shown: { readonly moveIndex: number; readonly newFrom: number } | null;
  readonly medium: Medium;
  readonly aids: readonly SightAid[];
}

export interface DrawAnswer {
  readonly ticket: number;
  readonly drawing: Drawing;
  readonly aids: readonly Mark[];
}

let before: DrawnLesson | null = null;

/** Thin on purpose: a request in, the core's drawing out. What did not change since the last request is taken over. */
self.onmessage = ({ data }: MessageEvent<DrawRequest>) => {
  before = drawLesson(data.lesson, before);
  const { paper, sheet, moves } = before;
  const last = moves.length - 1;
  const { moveIndex, newFrom } = data.shown ?? { moveIndex: last, newFrom: moves.length };
  const drawing = drawState(paper, sheet, Math.min(moveIndex, last), newFrom, data.medium);
  const aids = sightAids(before, new Set(data.aids));
  self.postMessage({ ticket: data.ticket, drawing, aids } satisfies DrawAnswer);
};
