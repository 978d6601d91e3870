import { digestAfterSaves } from "#server/digests.server.ts";
import { LessonComing } from "../lesson/frame/LessonComing.tsx";
import { LessonFrame } from "../lesson/frame/LessonFrame.tsx";
import { freshOrLast, useLastLoaded } from "../lesson/saving/last-loaded.ts";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/saving/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/saving/use-save-line.ts";
import type { Route } from "./+types/lesson";
import { requireLesson } from "./require-lesson.server.ts";

/** The lesson as it is stored. */
export function loader({ params }: Route.LoaderArgs) {
  digestAfterSaves();
  return requireLesson(params.lessonId);
}

const keyOf = (lessonId: string | undefined) => `lesson/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrLast(keyOf(params.lessonId), serverLoader, hasUnsaved(params.lessonId));
// The bench works in the browser: the server sends the document and does not compute it, too, to draw a page that is
// replaced a moment later.
clientLoader.hydrate = true as const;

export const HydrateFallback = LessonComing;

export { shouldRevalidate };

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.lesson.title} · Regulanda` : "Regulanda" },
];

export default function LessonRoute({ loaderData }: Route.ComponentProps) {
  useLastLoaded(keyOf(loaderData.id), loaderData);
  return <LessonFrame key={loaderData.id} stored={loaderData} />;
}
