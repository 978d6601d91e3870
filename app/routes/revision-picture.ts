import { compareDrawings, PAPER_PALETTE, toSvg } from "#core/display";
import { drawLesson } from "#core/pipeline";
import { findLesson, findRevision } from "#server/lessons.server.ts";
import type { Route } from "./+types/revision-picture";

/** The finished drawing of a revision; with `?to=N`, what is new or gone in revision N stands out. */
export function loader({ params, request }: Route.LoaderArgs) {
  const revision = Number(params.revision);
  const lesson = Number.isInteger(revision) ? findRevision(params.lessonId, revision) : null;
  if (!lesson || !findLesson(params.lessonId))
    throw new Response("That revision is not in the log.", { status: 404 });
  const to = new URL(request.url).searchParams.get("to");
  const later = to === null ? null : findRevision(params.lessonId, Number(to));
  const drawing = compareDrawings(drawLesson(lesson), drawLesson(later ?? lesson));
  return new Response(toSvg(drawing, PAPER_PALETTE), {
    headers: { "Content-Type": "image/svg+xml", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}
