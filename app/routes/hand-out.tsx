import { makeCards } from "#core/display";
import { computeLesson } from "#core/pipeline";
import { findLesson } from "#server/lessons.server.ts";
import { cardPages } from "#server/pdf/cards.server.ts";
import { listPrints } from "#server/prints.server.ts";
import { freshOrKept, useKept } from "../lesson/keep-last.ts";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/revalidate-unless-search.ts";
import { HandOut } from "../places/hand-out/HandOut.tsx";
import type { Route } from "./+types/hand-out";

/** The pages as they will be printed, laid out with the printed fonts, and what was printed before. */
export function loader({ params }: Route.LoaderArgs) {
  const found = findLesson(params.lessonId);
  if (!found) throw new Response("There is no lesson at this address.", { status: 404 });
  const cards = makeCards(computeLesson(found.lesson));
  return {
    pages: cardPages(cards, found.lesson.handOut, found.lesson.title),
    prints: listPrints(found.id, cards),
  };
}

const keyOf = (lessonId: string | undefined) => `hand-out/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrKept(keyOf(params.lessonId), serverLoader);

export { shouldRevalidate };

export default function HandOutRoute({ loaderData, params }: Route.ComponentProps) {
  useKept(keyOf(params.lessonId), loaderData);
  return <HandOut pages={loaderData.pages} prints={loaderData.prints} />;
}
