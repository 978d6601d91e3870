import { EXPORT_ENDING, EXPORT_FORMATS } from "#core/document/pipeline";
import { worked } from "#server/jobs/kept.server.ts";
import type { Route } from "./+types/times";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

const TYPES: Readonly<Record<string, string>> = {
  vtt: "text/vtt",
  chapters: "text/vtt",
  steps: "text/vtt",
  csv: "text/csv",
  otio: "application/json",
};

/** The lesson's times as a file in an open format. */
export async function loader({ params }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const format = EXPORT_FORMATS.find((f) => f === params.format);
  const text = format && (await inWords(() => worked("times", stored, { format, rate: "25" }, format)));
  if (!format || text === null || text === undefined)
    throw new Response("There is nothing to write out at this address.", { status: 404 });
  return new Response(text, {
    headers: {
      "Content-Type": `${TYPES[format] ?? "text/plain"}; charset=utf-8`,
      "Content-Disposition": `attachment; filename="${stored.id}.${EXPORT_ENDING[format]}"`,
    },
  });
}
