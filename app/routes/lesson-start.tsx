import { redirect } from "react-router";
import { computeLesson, readiness } from "#core/pipeline";
import { findLesson } from "#server/lessons.server.ts";
import type { Route } from "./+types/lesson-start";

/** A lesson opens where the next thing to do is. */
export function loader({ params }: Route.LoaderArgs) {
  const found = findLesson(params.lessonId);
  if (!found)
    throw new Response(`There is no lesson at "${params.lessonId}". Nothing was changed.`, { status: 404 });
  return redirect(`/lessons/${found.id}/${readiness(computeLesson(found.lesson)).next}`);
}
