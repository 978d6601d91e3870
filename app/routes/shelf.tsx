import { data, redirect } from "react-router";
import * as v from "valibot";
import { drawState } from "#core/display";
import { blankLesson, parseLessonText } from "#core/lesson";
import { computeLesson, readiness, stateOf } from "#core/pipeline";
import { createLesson, listLessons, listPutAway, setPutAway } from "#server/lessons.server.ts";
import { Shelf } from "../places/shelf/Shelf.tsx";
import type { Route } from "./+types/shelf";

/** A lesson file of 2000 objects with an hour of narration stays well below this. */
const LARGEST_LESSON_FILE_BYTES = 8 * 1024 * 1024;

export function loader() {
  const lessons = listLessons().map(({ id, lesson, updatedAt }) => {
    const computed = computeLesson(lesson);
    const { view } = lesson;
    return {
      id,
      title: lesson.title,
      state: stateOf(lesson),
      steps: computed.steps.length,
      totalMs: computed.schedule.totalMs,
      view: view.frames[0]?.kind ?? "one-point",
      next: readiness(computed).why,
      toMend: computed.findings.filter((f) => f.severity !== "note").length,
      updatedAt,
      picture: {
        ...drawState(
          computed.paper,
          lesson.sheet,
          computed.moves.length - 1,
          computed.moves.length,
          "overlay",
        ),
        alt: `The finished drawing of ${lesson.title}`,
      },
    };
  });
  return { lessons, putAway: listPutAway() };
}

export type ShelfLesson = ReturnType<typeof loader>["lessons"][number];

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
  v.object({ intent: v.picklist(["put-away", "bring-back"]), id: v.string() }),
]);

export async function action({ request }: Route.ActionArgs) {
  const asked = v.safeParse(ActionSchema, Object.fromEntries(await request.formData()));
  if (!asked.success) return data({ problems: [asked.issues[0].message] }, { status: 400 });
  const { output } = asked;
  switch (output.intent) {
    case "new":
      return redirect(`/lessons/${createLesson(blankLesson(output.title, output.unit))}/paper`);
    case "put-away":
    case "bring-back":
      setPutAway(output.id, output.intent === "put-away");
      return { problems: [] };
    case "bring-in": {
      if (output.file.size > LARGEST_LESSON_FILE_BYTES) {
        return data(
          {
            problems: [
              `"${output.file.name}" is ${(output.file.size / 1024 ** 2).toFixed(1)} MB; a lesson file has at most ${LARGEST_LESSON_FILE_BYTES / 1024 ** 2} MB. Nothing was brought in.`,
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
  return (
    <Shelf lessons={loaderData.lessons} putAway={loaderData.putAway} problems={actionData?.problems ?? []} />
  );
}
