import type { BeginsOn, Lesson } from "./lesson.ts";

/**
 * A lesson that begins on the finished sheet of another: the same sheet, view and things, which stand there from the start,
 * and nothing told of them. Words, takes and tasks stay with the other; so do its goals and what is handed in.
 */
export function goOnFrom(
  lesson: Lesson,
  { lessonId, revision }: Pick<BeginsOn, "lessonId" | "revision">,
  title: string,
): Lesson {
  const plan = { ...lesson.plan };
  for (const own of ["goals", "deliverable", "gates", "parts"] as const) delete plan[own];
  const rest = { ...lesson };
  for (const own of ["tasks", "overlay"] as const) delete rest[own];
  return {
    ...rest,
    title,
    plan,
    beginsOn: { lessonId, title: lesson.title, revision, things: lesson.objects.map((o) => o.id) },
    steps: {},
    takes: [],
    currentTake: null,
  };
}
