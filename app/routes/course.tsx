import { data, redirect } from "react-router";
import * as v from "valibot";
import { type CourseEdit, CourseEditSchema, layCourse } from "#core/class/course";
import {
  factsOfCourse,
  findCourse,
  saveCourseEdit,
  setCoursePutAway,
  stepCourse,
} from "#server/courses.server.ts";
import { digestAfterSaves, fillDigestsSoon } from "#server/digests.server.ts";
import { refusalOfAny } from "#server/http/refusal.server.ts";
import { jsonOf } from "#server/http/request-body.server.ts";
import { goOnWith } from "#server/lessons.server.ts";
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
      filling: stored.course.lessons.some((l) =>
        shelf.lessons.some((s) => s.id === l.lessonId && !s.current),
      ),
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
  v.object({ intent: v.literal("edit"), edit: CourseEditSchema }),
  v.object({ intent: v.picklist(["undo", "redo", "put-away"]) }),
  v.object({ intent: v.literal("go-on"), lessonId: v.string() }),
]);

/** Edits a course, steps back or on in what was done to it, puts it away, or begins a lesson on the sheet of one of its own. */
export async function action({ request, params }: Route.ActionArgs) {
  try {
    const asked = v.safeParse(ActionSchema, await jsonOf(request, LARGEST_SAVE_BYTES));
    const { id } = requireCourse(params.courseId);
    if (!asked.success)
      return data({ problem: `Nothing was changed: ${asked.issues[0].message}.` }, { status: 400 });
    return done(id, asked.output);
  } catch (error) {
    if (error instanceof Response) throw error;
    const { status, message } = refusalOfAny(error);
    return data({ problem: message }, { status });
  }
}

function done(id: number, asked: v.InferOutput<typeof ActionSchema>) {
  const edited = (edit: CourseEdit) => {
    const problem = saveCourseEdit(id, edit);
    return problem ? data({ problem }, { status: 409 }) : { problem };
  };
  switch (asked.intent) {
    case "edit":
      return edited(asked.edit);
    case "undo":
    case "redo":
      stepCourse(id, asked.intent);
      return { problem: null };
    case "put-away":
      setCoursePutAway(id, true);
      return redirect("/");
    case "go-on": {
      const made = goOnWith(asked.lessonId);
      if (!made) return data({ problem: "That lesson is not on the shelf any more." }, { status: 404 });
      const problem = saveCourseEdit(id, { do: "add", lessonId: made });
      return problem
        ? data({ problem }, { status: 409 })
        : edited({ do: "build-on", lessonId: made, buildsOn: [asked.lessonId] });
    }
  }
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.course.title} · Regulanda` : "Regulanda" },
];

export default function CourseRoute({ loaderData }: Route.ComponentProps) {
  return <CoursePlace {...loaderData} />;
}
