import { findCurrentTake } from "#core/document/lesson";
import { findFile } from "#server/files/store.server.ts";
import { PlaceError } from "../lesson/frame/PlaceError.tsx";
import { freshOrLast, useLastLoaded } from "../lesson/saving/last-loaded.ts";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/saving/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/saving/use-save-line.ts";
import { Rehearse } from "../places/rehearse/Rehearse.tsx";
import type { Route } from "./+types/rehearse";
import { requireLesson } from "./require-lesson.server.ts";

/** Whether the take's video is where the lesson says it is. */
export async function loader({ params }: Route.LoaderArgs) {
  const file = findCurrentTake(requireLesson(params.lessonId).lesson)?.video?.file;
  return { missingFile: file && !(await findFile(file)) ? file : null };
}

const keyOf = (lessonId: string | undefined) => `rehearse/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrLast(keyOf(params.lessonId), serverLoader, hasUnsaved(params.lessonId));

export { PlaceError as ErrorBoundary, shouldRevalidate };

export default function RehearseRoute({ loaderData, params }: Route.ComponentProps) {
  useLastLoaded(keyOf(params.lessonId), loaderData);
  return <Rehearse missingFile={loaderData.missingFile} />;
}
