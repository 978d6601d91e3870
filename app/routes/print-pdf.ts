import { worked } from "#server/jobs/kept.server.ts";
import { findRevision } from "#server/lessons.server.ts";
import { findPrint } from "#server/prints.server.ts";
import type { Route } from "./+types/print-pdf";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The cards of a print as a PDF: made of the revision and at the date it was logged with, the same whenever it is asked for. */
export async function loader({ params }: Route.LoaderArgs) {
  const { store, id } = requireLesson(params.lessonId);
  const print = findPrint(id, Number(params.printId));
  const lesson = print && findRevision(id, print.revision);
  if (!print || !lesson) throw new Response("That print is not in the log.", { status: 404 });
  const at = { store, id, revision: print.revision, lesson };
  const { pdf } = await inWords(() =>
    worked("cardsPdf", at, { madeAt: print.printedAt }, `print ${print.id}`),
  );
  return new Response(new Uint8Array(pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `attachment; filename="${id}-cards.pdf"`,
    },
  });
}
