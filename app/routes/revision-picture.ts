import { worked } from "#server/jobs/kept.server.ts";
import { findRevision } from "#server/lessons.server.ts";
import type { Route } from "./+types/revision-picture";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The finished drawing of a revision; with `?to=N`, what is new or gone in revision N stands out. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const { store, id } = requireLesson(params.lessonId);
  const revision = Number(params.revision);
  const lesson = Number.isInteger(revision) ? findRevision(id, revision) : null;
  if (!lesson) throw new Response("That revision is not in the log.", { status: 404 });
  const to = Number(new URL(request.url).searchParams.get("to") ?? revision);
  const later = findRevision(id, to) ?? lesson;
  const more = { later: { key: `${store}/${id}/${to}`, lesson: later } };
  const picture = await inWords(() =>
    worked("comparison", { store, id, revision, lesson }, more, `to ${to}`),
  );
  return new Response(picture, {
    headers: { "Content-Type": "image/svg+xml", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}
