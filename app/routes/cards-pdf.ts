import { makeCards } from "#core/display";
import { computeLesson } from "#core/pipeline";
import { findLesson } from "#server/lessons.server.ts";
import { writeCardsPdf } from "#server/pdf/cards.server.ts";
import { logPrint } from "#server/prints.server.ts";
import type { Route } from "./+types/cards-pdf";

/** Makes the cards as a PDF and logs that they were printed. A POST, because it writes the log. */
export async function action({ params }: Route.ActionArgs) {
  const found = findLesson(params.lessonId);
  if (!found) throw new Response("There is no lesson at this address; nothing was printed.", { status: 404 });
  const { lesson, revision, id } = found;
  const cards = makeCards(computeLesson(lesson));
  const printedAt = new Date();
  const pdf = await writeCardsPdf(cards, lesson.handOut, lesson.title, printedAt);
  logPrint(id, revision, lesson.handOut, cards, undefined, printedAt);
  return new Response(new Uint8Array(pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `attachment; filename="${id}-cards.pdf"`,
    },
  });
}
