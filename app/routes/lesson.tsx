import { findLesson } from "#server/lessons.server.ts";
import { freshOrKept, useKept } from "../lesson/keep-last.ts";
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

const keyOf = (lessonId: string | undefined) => `lesson/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrKept(keyOf(params.lessonId), serverLoader);

export { shouldRevalidate };

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.lesson.title} · Regulanda` : "Regulanda" },
];

export default function LessonRoute({ loaderData }: Route.ComponentProps) {
  useKept(keyOf(loaderData.id), loaderData);
  return <LessonFrame key={loaderData.id} stored={loaderData} />;
}
