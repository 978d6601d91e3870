import { worked } from "#server/jobs/kept.server.ts";
import { listPrints, logPrint } from "#server/prints.server.ts";
import { freshOrKept, useKept } from "../lesson/keep-last.ts";
import { PlaceError } from "../lesson/PlaceError.tsx";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/use-save-line.ts";
import { HandOut } from "../places/hand-out/HandOut.tsx";
import type { Route } from "./+types/hand-out";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The pages as they will be printed, laid out with the printed fonts, and what was printed before. */
export async function loader({ params }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const [pages, prints] = await inWords(() =>
    Promise.all([worked("cardPages", stored, {}), listPrints(stored)]),
  );
  return { pages, prints };
}

/** Logs that the cards are printed as they are now. The file itself is fetched by the print's own address. */
export async function action({ params }: Route.ActionArgs) {
  const stored = requireLesson(params.lessonId);
  return inWords(async () => {
    const cards = await worked("printedCards", stored, {});
    return { printId: logPrint(stored.id, stored.revision, stored.lesson.handOut, cards) };
  });
}

const keyOf = (lessonId: string | undefined) => `hand-out/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrKept(keyOf(params.lessonId), serverLoader, hasUnsaved(params.lessonId));

export { PlaceError as ErrorBoundary, shouldRevalidate };

export default function HandOutRoute({ loaderData, params }: Route.ComponentProps) {
  useKept(keyOf(params.lessonId), loaderData);
  return <HandOut pages={loaderData.pages} prints={loaderData.prints} />;
}
