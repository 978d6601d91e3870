import type { LessonFacts } from "../course/index.ts";
import { USUAL_KIT } from "../plan/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

/** What a course knows of a lesson; whether the sheet it begins on has changed is for who knows the other lesson. */
export function courseFactsOf({
  lesson,
  parts,
  steps,
  editMap,
}: ComputedLesson): LessonFacts & { readonly begunRevision: number | null } {
  const { plan, sheet, beginsOn } = lesson;
  const kit = new Set([...(plan.kit ?? USUAL_KIT), ...steps.flatMap((s) => s.task?.kit ?? [])]);
  const handed = steps.findLast((s) => s.task?.kind === "hand-in");
  return {
    title: lesson.title,
    parts: parts.map(({ number, ms, gate, first, last }) => ({
      number,
      // Nobody films a class at its task, but a session has to hold it.
      ms: ms + (editMap ? taskMs(steps.slice(first, last + 1)) : 0),
      gate,
    })),
    kit: [...kit],
    handsIn: plan.deliverable?.what ?? handed?.title ?? null,
    sheets: (sheet.joined?.across ?? 1) * (sheet.joined?.down ?? 1),
    beginsOn: beginsOn ? { lessonId: beginsOn.lessonId, title: beginsOn.title, changed: false } : null,
    begunRevision: beginsOn?.revision ?? null,
  };
}

function taskMs(steps: ComputedLesson["steps"]): number {
  return steps.reduce((sum, { task }) => sum + (task?.minutes ?? 0) * 60_000, 0);
}
