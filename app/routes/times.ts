import {
  computeLesson,
  EXPORT_ENDING,
  EXPORT_FORMATS,
  type ExportFormat,
  exportLesson,
} from "#core/pipeline";
import { findLesson } from "#server/lessons.server.ts";
import type { Route } from "./+types/times";

const TYPES: Readonly<Record<string, string>> = {
  vtt: "text/vtt",
  chapters: "text/vtt",
  steps: "text/vtt",
  csv: "text/csv",
  otio: "application/json",
};

/** The lesson's times as a file in an open format. */
export function loader({ params }: Route.LoaderArgs) {
  const found = findLesson(params.lessonId);
  const format = EXPORT_FORMATS.find((f) => f === params.format) as ExportFormat | undefined;
  const text = found && format ? exportLesson(computeLesson(found.lesson), format, "25") : null;
  if (!found || !format || text === null)
    throw new Response("There is nothing to write out at this address.", { status: 404 });
  return new Response(text, {
    headers: {
      "Content-Type": `${TYPES[format] ?? "text/plain"}; charset=utf-8`,
      "Content-Disposition": `attachment; filename="${found.id}.${EXPORT_ENDING[format]}"`,
    },
  });
}
