import { rawLesson } from "#server/lessons.server.ts";
import type { Route } from "./+types/lesson-file";
import { inWords } from "./in-words.server.ts";

/** The lesson document as a file to keep or hand on; just as it is stored, whether this program can read it or not. */
export async function loader({ params }: Route.LoaderArgs) {
  const document = await inWords(() => rawLesson(params.lessonId));
  if (document === null) throw new Response("There is no lesson at this address.", { status: 404 });
  return new Response(document, {
    headers: {
      "Content-Type": "application/json",
      "Content-Disposition": `attachment; filename="${params.lessonId}.json"`,
    },
  });
}
