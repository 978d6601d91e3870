import { data, redirect } from "react-router";
import * as v from "valibot";
import { blankCourse } from "#core/class/course";
import { blankLesson, parseLessonText } from "#core/document/lesson";
import { createCourse, listCourses, saveCourseEdit, setCoursePutAway } from "#server/courses.server.ts";
import { listDemos, putDemoOnShelf } from "#server/demos.server.ts";
import { digestAfterSaves, fillDigestsSoon } from "#server/digests.server.ts";
import { refusalOfAny } from "#server/http/refusal.server.ts";
import { formOf } from "#server/http/request-body.server.ts";
import { createLesson, duplicateLesson, goOnWith } from "#server/lessons.server.ts";
import { LARGEST_FORM_BYTES, LARGEST_LESSON_BYTES } from "#server/limits.ts";
import { listPutAway, listShelf, picturesOf, SHELF_ORDERS, setPutAway } from "#server/shelf.server.ts";
import { Shelf } from "../places/shelf/Shelf.tsx";
import type { Route } from "./+types/shelf";
import { inWords } from "./in-words.server.ts";

/** Lessons of the shelf shown at first, and added each time more are asked for. */
const A_PAGE = 24;
const MOST_SHOWN = 960;

const AskedSchema = v.object({
  find: v.fallback(v.pipe(v.string(), v.maxLength(200)), ""),
  sort: v.fallback(v.picklist(SHELF_ORDERS), "latest"),
  shown: v.fallback(
    v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(A_PAGE), v.maxValue(MOST_SHOWN)),
    A_PAGE,
  ),
});

/** The shelf as it is kept beside the documents: nothing is computed to show it. */
export function loader({ request }: Route.LoaderArgs) {
  return inWords(() => {
    digestAfterSaves();
    const asked = v.parse(AskedSchema, Object.fromEntries(new URL(request.url).searchParams));
    const page = listShelf({ words: asked.find, order: asked.sort, most: asked.shown });
    if (page.filling) fillDigestsSoon();
    const more = page.lessons.length < page.found ? Math.min(MOST_SHOWN, asked.shown + A_PAGE) : null;
    const courses = listCourses();
    const inCourses = [...new Set(courses.flatMap((c) => c.course.lessons.map((l) => l.lessonId)))];
    return {
      ...page,
      more,
      sort: asked.sort,
      putAway: listPutAway(),
      demos: listDemos(),
      courses,
      pictures: picturesOf(inCourses),
      coursesAway: listCourses(undefined, true).map(({ id, course }) => ({ id, title: course.title })),
    };
  });
}

const WholeSchema = v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(0));
const ActionSchema = v.variant("intent", [
  v.object({
    intent: v.literal("new"),
    title: v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, "Give the lesson a title first."),
      v.maxLength(120, "A title has at most 120 letters."),
    ),
    unit: v.picklist(["in", "mm"]),
  }),
  v.object({ intent: v.literal("bring-in"), file: v.instance(File, "Choose a lesson file first.") }),
  v.object({ intent: v.picklist(["put-away", "bring-back", "copy", "go-on"]), id: v.string() }),
  v.object({ intent: v.literal("from-demo"), name: v.string() }),
  v.object({
    intent: v.literal("new-course"),
    title: v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, "Give the course a title first."),
      v.maxLength(120, "A title has at most 120 letters."),
    ),
  }),
  v.object({ intent: v.literal("course-back"), id: WholeSchema }),
  v.object({ intent: v.literal("move-in-course"), id: WholeSchema, lessonId: v.string(), to: WholeSchema }),
]);

export async function action({ request }: Route.ActionArgs) {
  try {
    return await act(await formOf(request, LARGEST_FORM_BYTES));
  } catch (error) {
    if (error instanceof Response) throw error;
    const { status, message } = refusalOfAny(error);
    return data({ problems: [message] }, { status });
  }
}

async function act(form: FormData) {
  const asked = v.safeParse(ActionSchema, Object.fromEntries(form));
  if (!asked.success) return data({ problems: [asked.issues[0].message] }, { status: 400 });
  const { output } = asked;
  switch (output.intent) {
    case "new":
      return redirect(`/lessons/${createLesson(blankLesson(output.title, output.unit))}/paper`);
    case "put-away":
    case "bring-back":
      setPutAway(output.id, output.intent === "put-away");
      return { problems: [] };
    case "copy": {
      const copy = duplicateLesson(output.id);
      if (!copy) return data({ problems: ["That lesson is not on the shelf any more."] }, { status: 404 });
      return { problems: [] };
    }
    case "go-on": {
      const made = goOnWith(output.id);
      if (!made) return data({ problems: ["That lesson is not on the shelf any more."] }, { status: 404 });
      return redirect(`/lessons/${made}`);
    }
    case "from-demo": {
      const id = await putDemoOnShelf(output.name);
      if (!id) return data({ problems: ["There is no such demo lesson."] }, { status: 404 });
      return redirect(`/lessons/${id}`);
    }
    case "new-course":
      return redirect(`/courses/${createCourse(blankCourse(output.title))}`);
    case "course-back":
      setCoursePutAway(output.id, false);
      return { problems: [] };
    case "move-in-course": {
      const { id, lessonId, to } = output;
      const problem = saveCourseEdit(id, { do: "move", lessonId, to });
      return problem ? data({ problems: [problem] }, { status: 404 }) : { problems: [] };
    }
    case "bring-in": {
      if (output.file.size > LARGEST_LESSON_BYTES) {
        return data(
          {
            problems: [
              `"${output.file.name}" is ${(output.file.size / 1024 ** 2).toFixed(1)} MB; a lesson file has at most ${LARGEST_LESSON_BYTES / 1024 ** 2} MB. Nothing was brought in.`,
            ],
          },
          { status: 413 },
        );
      }
      const parsed = parseLessonText(await output.file.text());
      if (!parsed.ok)
        return data(
          {
            problems: [
              `"${output.file.name}" was not brought in; the shelf is as it was.`,
              ...parsed.findings.slice(0, 5).map((f) => f.message),
            ],
          },
          { status: 400 },
        );
      return redirect(`/lessons/${createLesson(parsed.value)}`);
    }
  }
}

export default function ShelfRoute({ loaderData, actionData }: Route.ComponentProps) {
  return <Shelf {...loaderData} problems={actionData?.problems ?? []} />;
}
