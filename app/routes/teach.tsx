import { AGE_BANDS, type AgeBand } from "#core/ground/plan";
import { learntPaceOf, listClasses } from "#server/classes.server.ts";
import { PlaceError } from "../lesson/frame/PlaceError.tsx";
import { freshOrLast, useLastLoaded } from "../lesson/saving/last-loaded.ts";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/saving/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/saving/use-save-line.ts";
import { Teach } from "../places/teach/Teach.tsx";
import type { Route } from "./+types/teach";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** What the record knows of paces, by age, and the groups that were taught. */
export async function loader({ params }: Route.LoaderArgs) {
  const { id } = requireLesson(params.lessonId);
  return inWords(() => {
    const ages = Object.keys(AGE_BANDS) as AgeBand[];
    return {
      learnt: Object.fromEntries(ages.map((age) => [age, learntPaceOf(age)])),
      groups: [...new Set(listClasses(id).map((c) => c.taught.group))].slice(0, 20),
    };
  });
}

const keyOf = (lessonId: string | undefined) => `teach/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrLast(keyOf(params.lessonId), serverLoader, hasUnsaved(params.lessonId));

export { PlaceError as ErrorBoundary, shouldRevalidate };

export default function TeachRoute({ loaderData, params }: Route.ComponentProps) {
  useLastLoaded(keyOf(params.lessonId), loaderData);
  return <Teach learnt={loaderData.learnt} groups={loaderData.groups} />;
}
