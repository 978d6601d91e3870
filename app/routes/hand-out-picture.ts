import { HAND_OUTS } from "#core/output/handout";
import { worked } from "#server/jobs/kept.server.ts";
import type { Route } from "./+types/hand-out-picture";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The first page of a kind of hand-out, as a picture to choose it by. The address names the revision, so it holds for good. */
export async function loader({ params }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const what = HAND_OUTS.find((kind) => kind === params.what);
  if (!what) throw new Response("There is no picture of that.", { status: 404 });
  const png = await inWords(() => worked("handOutPicture", stored, { what }, `of ${what}`));
  // A lesson without steps, or without a slip to find, has nothing to show: that is no fault.
  if (png === null) return new Response(null, { status: 204 });
  return new Response(new Uint8Array(png), {
    headers: { "Content-Type": "image/png", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}
