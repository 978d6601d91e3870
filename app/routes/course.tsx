import { data, redirect } from "react-router";
import * as v from "valibot";
import { addLesson, CourseSchema, layCourse } from "#core/course";
import { goOnFrom } from "#core/lesson";
import {
  factsOfCourse,
  findCourse,
  saveCourse,
  setCoursePutAway,
  stepCourse,
} from "#server/courses.server.ts";
import { digestAfterSaves, fillDigestsSoon } from "#server/digests.server.ts";
import { refusalOfAny } from "#server/http/refusal.server.ts";
import { jsonOf } from "#server/http/request-body.server.ts";
import { createLesson, findLesson } from "#server/lessons.server.ts";
import { LARGEST_SAVE_BYTES } from "#server/limits.ts";
import { listShelf } from "#server/shelf.server.ts";
import { CoursePlace } from "../places/course/CoursePlace.tsx";
import type { Route } from "./+types/course";
import { inWords } from "./in-words.server.ts";

/** Lessons that can be put into a course are offered up to so many. */
const MOST_OFFERED = 500;

function requireCourse(text: string) {
  const found = findCourse(Number(text));
  if (!found) throw new Response("There is no such course on the shelf.", { status: 404 });
  return found;
}

/** A course with what is known of its lessons, laid over its sessions. */
export async function loader({ params }: Route.LoaderArgs) {
  return inWords(async () => {
    digestAfterSaves();
    const stored = requireCourse(params.courseId);
    const facts = await factsOfCourse(stored.course);
    const shelf = listShelf({ order: "title", most: MOST_OFFERED });
    if (shelf.filling) fillDigestsSoon();
    return {
      ...stored,
      facts: [...facts],
      laid: layCourse(stored.course, facts),
      lessons: shelf.lessons.map(({ id, title, digest }) => ({
        id,
        title,
        picture: digest?.picture ?? null,
      })),
    };
  });
}

const ActionSchema = v.variant("intent", [
  v.object({ intent: v.literal("save"), base: v.number(), course: CourseSchema }),
  v.object({ intent: v.picklist(["undo", "redo", "put-away"]) }),
  v.object({ intent: v.literal("go-on"), base: v.number(), lessonId: v.string() }),
]);

/** Saves a course, steps back or on in what was done to it, puts it away, or begins a lesson on the sheet of one of its own. */
export async function action({ request, params }: Route.ActionArgs) {
  try {
    const asked = v.safeParse(ActionSchema, await jsonOf(request, LARGEST_SAVE_BYTES));
    const stored = requireCourse(params.courseId);
    if (!asked.success)
      return data({ problem: `Nothing was changed: ${asked.issues[0].message}.` }, { status: 400 });
    return done(stored, asked.output);
  } catch (error) {
    if (error instanceof Response) throw error;
    const { status, message } = refusalOfAny(error);
    return data({ problem: message }, { status });
  }
}

const MOVED_ON = () =>
  data(
    { problem: "The course was changed in another window; it is shown as it is now. Do that once more." },
    { status: 409 },
  );

function done({ id, course }: ReturnType<typeof requireCourse>, asked: v.InferOutput<typeof ActionSchema>) {
  switch (asked.intent) {
    case "save":
      return saveCourse(id, asked.base, asked.course) === "saved" ? { problem: null } : MOVED_ON();
    case "undo":
    case "redo":
      stepCourse(id, asked.intent);
      return { problem: null };
    case "put-away":
      setCoursePutAway(id, true);
      return redirect("/");
    case "go-on": {
      const from = findLesson(asked.lessonId);
      if (!from) return data({ problem: "That lesson is not on the shelf any more." }, { status: 404 });
      const title = `${from.lesson.title.slice(0, 100)}, going on`;
      const made = createLesson(goOnFrom(from.lesson, { lessonId: from.id, revision: from.revision }, title));
      return saveCourse(id, asked.base, addLesson(course, made, from.id)) === "saved"
        ? { problem: null }
        : MOVED_ON();
    }
  }
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.course.title} · Regulanda` : "Regulanda" },
];

export default function CourseRoute({ loaderData, actionData }: Route.ComponentProps) {
  return <CoursePlace {...loaderData} problem={actionData?.problem ?? null} />;
}
