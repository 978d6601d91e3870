import { expose } from "comlink";
import type { Lesson } from "#core/document/lesson";
import { type DrawnLesson, drawLesson, type SightAid, sightAids } from "#core/document/pipeline";
import { type Drawing, drawState, type Mark, type Medium } from "#core/showing/display";

/** Asks for the paper of a lesson after a move, as marks. */
export interface DrawRequest {
  readonly lesson: Lesson;
  /** The move shown and the first one that is new; null for the finished paper. */
  readonly shown: { readonly moveIndex: number; readonly newFrom: number } | null;
  readonly medium: Medium;
  readonly aids: readonly SightAid[];
}

/** The paper, and the aids to seeing over it. */
export interface DrawnPaper {
  readonly drawing: Drawing;
  readonly aids: readonly Mark[];
}

let before: DrawnLesson | null = null;

const api = {
  /** What did not change since the last request is taken over. */
  draw({ lesson, shown, medium, aids }: DrawRequest): DrawnPaper {
    before = drawLesson(lesson, before);
    const { paper, sheet, moves } = before;
    const last = moves.length - 1;
    const { moveIndex, newFrom } = shown ?? { moveIndex: last, newFrom: moves.length };
    const drawing = drawState(paper, sheet, Math.min(moveIndex, last), newFrom, medium);
    return { drawing, aids: sightAids(before, new Set(aids)) };
  },
};
export type DrawApi = typeof api;

expose(api);
