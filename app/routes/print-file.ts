import { worked } from "#server/jobs/kept.server.ts";
import { findRevision } from "#server/lessons.server.ts";
import { findPrint } from "#server/prints.server.ts";
import type { Route } from "./+types/print-file";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The file of a print: made of the revision and at the date it was logged with, the same whenever it is asked for. */
export async function loader({ params }: Route.LoaderArgs) {
  const { store, id } = requireLesson(params.lessonId);
  const print = findPrint(id, Number(params.printId));
  const lesson = print && findRevision(id, print.revision);
  if (!print || !lesson) throw new Response("That print is not in the log.", { status: 404 });
  const { wish } = print;
  const at = { store, id, revision: print.revision, lesson };
  if (wish.what === "take-home") {
    const page = await inWords(() => worked("takeHome", at, {}));
    if (!page.ok) throw new Response(page.says, { status: 404 });
    return new Response(page.html, {
      headers: fileHeaders("text/html; charset=utf-8", `${id}-take-home.html`),
    });
  }
  const made = await inWords(() =>
    worked("handOutPdf", at, { wish, madeAt: print.printedAt }, `print ${print.id}`),
  );
  if ("says" in made) throw new Response(made.says, { status: 404 });
  return new Response(new Uint8Array(made.pdf), {
    headers: fileHeaders("application/pdf", `${id}-${wish.what}.pdf`),
  });
}

function fileHeaders(type: string, name: string) {
  return { "Content-Type": type, "Content-Disposition": `attachment; filename="${name}"` };
}
