import type { Word } from "../narration/index.ts";
import type { Anchors } from "./anchor.ts";
import { type EditMap, lessonToSource } from "./edit-map.ts";
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
