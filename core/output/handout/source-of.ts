import { findCurrentTake, type Lesson } from "../../document/lesson/index.ts";
import type { ComputedLesson } from "../../document/pipeline/index.ts";
import { PLAN_DEFAULTS } from "../../ground/plan/index.ts";
import { addressAt, lessonToSource } from "../../time/schedule/index.ts";
import type { Source } from "./laid.ts";

/** The lesson as it is handed out: drawn with the other hand where that is wished. */
export function lessonForHand(lesson: Lesson): Lesson {
  const { hand } = lesson.handOut;
  if (hand === undefined || hand === (lesson.plan.hand ?? PLAN_DEFAULTS.hand)) return lesson;
  // Letters are begun at the end where the hand does not wipe over them.
  const startFrom = hand === "left" ? "right" : "left";
  const objects = lesson.objects.map((o) =>
    o.recipe === "lettering" ? { ...o, startFrom } : o,
  ) as Lesson["objects"];
  return { ...lesson, objects, plan: { ...lesson.plan, hand } };
}

/** What hand-outs are made of. */
export function sourceOf(computed: ComputedLesson): Source {
  const { lesson, paper, sheet, moves } = computed;
  const { title, plan } = lesson;
  return {
    computed,
    handed: { title, ageBand: plan.ageBand, paper, sheet, moves, videoAt: videoAtOf(computed) },
  };
}

/** The address of the current take's video at a moment of the lesson; null where the take states none. */
function videoAtOf({ lesson, editMap }: ComputedLesson): ((lessonMs: number) => string) | null {
  const address = findCurrentTake(lesson)?.address;
  if (!address) return null;
  const ofRecording = address.clock === "recording" && editMap;
  return (lessonMs) => addressAt(address, ofRecording ? lessonToSource(ofRecording, lessonMs) : lessonMs);
}
