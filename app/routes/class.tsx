import { findCurrentTake } from "#core/document/lesson";
import { findFile } from "#server/files/store.server.ts";
import { findRevision } from "#server/lessons.server.ts";
import { LessonComing } from "../lesson/frame/LessonComing.tsx";
import { ClassDesk } from "../places/class/ClassDesk.tsx";
import { ClassStage } from "../places/class/ClassStage.tsx";
import type { Route } from "./+types/class";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The lesson as it was when the class began: what is changed meanwhile, here or elsewhere, does not reach into it. */
export async function loader({ params, request }: Route.LoaderArgs) {
  if (params.side !== "stage" && params.side !== "desk")
    throw new Response("A class has a stage and a desk, and nothing else.", { status: 404 });
  const stored = requireLesson(params.lessonId);
  const asked = Number(new URL(request.url).searchParams.get("revision"));
  return inWords(async () => {
    const before = asked > 0 && asked < stored.revision ? findRevision(stored.id, asked) : null;
    const lesson = before ?? stored.lesson;
    const file = findCurrentTake(lesson)?.video?.file;
    return {
      id: stored.id,
      lesson,
      revision: before ? asked : stored.revision,
      missingFile: file && !(await findFile(file)) ? file : null,
    };
  });
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) => serverLoader();
// The class lives in the browser: the server has nothing to draw for it.
clientLoader.hydrate = true as const;
export const HydrateFallback = LessonComing;

/** Once it is open nothing is asked for again: the class goes on with what it began with, network or none. */
export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.lesson.title} · in class` : "Regulanda" },
];

/** What the class sees, or what the educator has beside it. */
export default function ClassRoute({ loaderData, params }: Route.ComponentProps) {
  return params.side === "desk" ? <ClassDesk {...loaderData} /> : <ClassStage {...loaderData} />;
}
