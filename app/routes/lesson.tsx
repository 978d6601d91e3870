import { findLesson } from "#server/lessons.server.ts";
import { LessonFrame } from "../lesson/LessonFrame.tsx";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/revalidate-unless-search.ts";
import type { Route } from "./+types/lesson";

/** Finds a lesson by its address, or answers 404 in words. */
export function loader({ params }: Route.LoaderArgs) {
  const found = findLesson(params.lessonId);
  if (!found)
    throw new Response(
      `There is no lesson at "${params.lessonId}". It may have been put away, or the address has a slip. Nothing was changed.`,
      { status: 404 },
    );
  return found;
}

export { shouldRevalidate };

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.lesson.title} · Regulanda` : "Regulanda" },
];

export default function LessonRoute({ loaderData }: Route.ComponentProps) {
  return <LessonFrame key={loaderData.id} stored={loaderData} />;
}
