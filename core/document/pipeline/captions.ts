import { type Cue, correctCues } from "../../time/narration/index.ts";
import { captionsInLesson } from "../../time/schedule/index.ts";
import { findCurrentTake } from "../lesson/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** The current take's captions in lesson time, corrections in their text; null without a narration. */
export function captionsOf({ lesson, words, editMap }: ComputedLesson): readonly Omit<Cue, "id">[] | null {
  const take = findCurrentTake(lesson);
  if (!take?.narration || !editMap) return null;
  return captionsInLesson(correctCues(take.narration.cues, words, take.corrections ?? []), editMap);
}
