import { logPrint } from "#server/prints.server.ts";
import { work } from "#server/work/pool.server.ts";
import type { Route } from "./+types/cards-pdf";
import { requireLesson } from "./require-lesson.server.ts";

/** Makes the cards as a PDF and logs that they were printed. A POST, because it writes the log. */
export async function action({ params }: Route.ActionArgs) {
  const { lesson, revision, id, store } = requireLesson(params.lessonId);
  const printedAt = new Date();
  const at = { key: `${store}/${id}/${revision}`, lesson };
  const { pdf, printed } = await work("cardsPdf", { at, madeAt: printedAt });
  logPrint(id, revision, lesson.handOut, printed, undefined, printedAt);
  return new Response(new Uint8Array(pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `attachment; filename="${id}-cards.pdf"`,
    },
  });
}
