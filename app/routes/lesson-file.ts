import { serialiseLesson } from "#core/lesson";
import { findLesson } from "#server/lessons.server.ts";
import type { Route } from "./+types/lesson-file";

/** The lesson document as a file to keep or hand on. */
export function loader({ params }: Route.LoaderArgs) {
  const found = findLesson(params.lessonId);
  if (!found) throw new Response("There is no lesson at this address.", { status: 404 });
  return new Response(serialiseLesson(found.lesson), {
    headers: {
      "Content-Type": "application/json",
      "Content-Disposition": `attachment; filename="${found.id}.json"`,
    },
  });
}
