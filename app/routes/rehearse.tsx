import { findCurrentTake } from "#core/lesson";
import { findFile } from "#server/files/store.server.ts";
import { findLesson } from "#server/lessons.server.ts";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/revalidate-unless-search.ts";
import { Rehearse } from "../places/rehearse/Rehearse.tsx";
import type { Route } from "./+types/rehearse";

/** Whether the take's video is where the lesson says it is. */
export async function loader({ params }: Route.LoaderArgs) {
  const found = findLesson(params.lessonId);
  const file = found && findCurrentTake(found.lesson)?.video?.file;
  return { missingFile: file && !(await findFile(file)) ? file : null };
}

export { shouldRevalidate };

export default function RehearseRoute({ loaderData }: Route.ComponentProps) {
  return <Rehearse missingFile={loaderData.missingFile} />;
}
