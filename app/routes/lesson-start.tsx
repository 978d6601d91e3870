import { redirect } from "react-router";
import { worked } from "#server/jobs/kept.server.ts";
import type { Route } from "./+types/lesson-start";
import { requireLesson } from "./require-lesson.server.ts";

/** A lesson opens where the next thing to do is. */
export async function loader({ params }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const { next } = await worked("digest", stored, {});
  return redirect(`/lessons/${stored.id}/${next}`);
}
