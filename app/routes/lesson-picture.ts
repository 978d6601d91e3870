import { findPicture } from "#server/shelf.server.ts";
import type { Route } from "./+types/lesson-picture";
import { inWords } from "./in-words.server.ts";

/** The finished drawing of a lesson as the shelf shows it; the address names revision and core, so it holds for good. */
export async function loader({ params }: Route.LoaderArgs) {
  const svg = await inWords(() => findPicture(params.lessonId));
  if (svg === null) throw new Response("There is no picture of that lesson yet.", { status: 404 });
  return new Response(svg, {
    headers: { "Content-Type": "image/svg+xml", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}
