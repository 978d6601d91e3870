import { findCurrentTake } from "#core/document/lesson";
import { findFile } from "#server/files/store.server.ts";
import { freshOrKept, useKept } from "../lesson/keep-last.ts";
import { PlaceError } from "../lesson/PlaceError.tsx";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/use-save-line.ts";
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
  freshOrKept(keyOf(params.lessonId), serverLoader, hasUnsaved(params.lessonId));

export { PlaceError as ErrorBoundary, shouldRevalidate };

export default function RehearseRoute({ loaderData, params }: Route.ComponentProps) {
  useKept(keyOf(params.lessonId), loaderData);
  return <Rehearse missingFile={loaderData.missingFile} />;
}
