import type { LessonFacts } from "../../class/course/index.ts";
import { taskTimeBeside } from "../../class/pacing/index.ts";
import { USUAL_KIT } from "../../ground/plan/index.ts";
import { heldIn } from "../../time/schedule/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** What a course knows of a lesson; whether the sheet it begins on has changed is for who knows the other lesson. */
export function courseFactsOf(
  computed: ComputedLesson,
): LessonFacts & { readonly begunRevision: number | null } {
  const { lesson, parts, steps } = computed;
  const { plan, sheet, beginsOn } = lesson;
  const kit = new Set([...(plan.kit ?? USUAL_KIT), ...steps.flatMap((s) => s.task?.kit ?? [])]);
  const handed = steps.findLast((s) => s.task?.kind === "hand-in");
  return {
    title: lesson.title,
    parts: parts.map(({ number, ms, gate, first, last }) => ({
      number,
      // Nobody films a class at its task, but a session has to hold it.
      ms: ms + besideMs(computed, first, last),
      gate,
    })),
    kit: [...kit],
    handsIn: plan.deliverable?.what ?? handed?.title ?? null,
    sheets: (sheet.joined?.across ?? 1) * (sheet.joined?.down ?? 1),
    beginsOn: beginsOn ? { lessonId: beginsOn.lessonId, title: beginsOn.title, changed: false } : null,
    begunRevision: beginsOn?.revision ?? null,
  };
}

/** What the tasks of a part take beside the recording. */
function besideMs({ steps, schedule, editMap }: ComputedLesson, first: number, last: number): number {
  if (!editMap) return 0;
  const windows = new Map(schedule.windows.map((w) => [w.stepId, w]));
  return steps.slice(first, last + 1).reduce((sum, step) => {
    const span = windows.get(step.id);
    return sum + (span ? taskTimeBeside(step, heldIn(editMap, span)) : 0);
  }, 0);
}
