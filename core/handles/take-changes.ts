import type { Change, Json } from "../base/index.ts";
import type { CornersPx } from "../geometry/index.ts";
import { findCurrentTake, type Lesson, type Take } from "../lesson/index.ts";
import type { Cue } from "../narration/index.ts";

/** Gives the current take these captions, or begins a take with them. Anchors stay; lost words are reported. */
export function setNarration(lesson: Lesson, fileName: string, cues: readonly Cue[]): Change[] {
  const narration = { fileName, cues } as unknown as Json;
  const take = findCurrentTake(lesson);
  return take
    ? [{ id: `take/${take.id}`, field: "narration", value: narration }]
    : beginTake(lesson, fileName, { narration });
}

/** Gives the current take this recording, or begins a take with it. The sheet's corners must be placed anew. */
export function setVideo(lesson: Lesson, fileName: string, video: NonNullable<Take["video"]>): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return beginTake(lesson, fileName, { video });
  const id = `take/${take.id}`;
  return [
    { id, field: "video", value: video },
    { id, field: "corners", value: null },
  ];
}

/** Ties a step's start to a word, or frees it for null. */
export function placeStep(lesson: Lesson, stepId: string, wordId: string | null): Change[] {
  const take = findCurrentTake(lesson);
  if (!take) return [];
  return [
    {
      id: `take/${take.id}`,
      field: `anchors.${stepId}`,
      value: wordId === null ? null : { wordId, offsetMs: 0 },
    },
  ];
}

/** Where the sheet's corners lie in the current take's picture. */
export function setCorners(lesson: Lesson, corners: CornersPx): Change[] {
  const take = findCurrentTake(lesson);
  return take ? [{ id: `take/${take.id}`, field: "corners", value: corners as unknown as Json }] : [];
}

function beginTake(lesson: Lesson, label: string, has: { narration?: Json; video?: Json }): Change[] {
  const taken = new Set(lesson.takes.map((t) => t.id));
  let n = 1;
  while (taken.has(`take-${n}`)) n++;
  const id = `take-${n}`;
  return [
    {
      id: `take/${id}`,
      field: "self",
      value: { id, label, video: null, narration: null, corners: null, anchors: {}, ...has },
    },
    { id: "lesson", field: "currentTake", value: id },
  ];
}

/** Where the sheet's corners are put before they are dragged: a tenth in from the picture's edges. */
export function startingCorners(video: { widthPx: number; heightPx: number }): NonNullable<Take["corners"]> {
  const { widthPx: w, heightPx: h } = video;
  return {
    topLeft: { xPx: Math.round(w * 0.1), yPx: Math.round(h * 0.1) },
    topRight: { xPx: Math.round(w * 0.9), yPx: Math.round(h * 0.1) },
    bottomRight: { xPx: Math.round(w * 0.9), yPx: Math.round(h * 0.9) },
    bottomLeft: { xPx: Math.round(w * 0.1), yPx: Math.round(h * 0.9) },
  };
}
