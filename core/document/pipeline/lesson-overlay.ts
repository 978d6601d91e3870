import { type OverlaySource, sheetRests } from "../../showing/overlay/index.ts";
import { nearestLesson, windowAt } from "../../time/schedule/index.ts";
import { findCurrentTake } from "../lesson/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** What the overlay of a lesson is drawn from. Without a recording, or one that is `missing`, the sheet itself is the picture. */
export function overlaySourceOf(computed: ComputedLesson, missing = false): OverlaySource {
  const { lesson, paper, moves, steps, schedule, sheet, editMap, heard } = computed;
  const take = findCurrentTake(lesson);
  const recaps = heard.flatMap((h): (readonly [number, number])[] => {
    if (h.kind !== "recap" || !editMap) return [];
    const fromMs = nearestLesson(editMap, h.startMs);
    const step = windowAt(schedule, fromMs);
    return step && step.endMs > fromMs ? [[fromMs, step.endMs]] : [];
  });
  return {
    paper,
    moves,
    steps,
    schedule,
    sheet,
    hand: lesson.plan.hand,
    settings: lesson.overlay,
    rests: take?.video && !missing ? sheetRests(take) : null,
    editMap,
    recaps,
  };
}
