import { Readable } from "node:stream";
import { blankCourse } from "#core/class/course";
import type { Lesson } from "#core/document/lesson";
import { smallMp4 } from "../unit/small-recordings.ts";
import { db, emptyShelf, folder } from "./data-folder.ts";

// A shelf with the least that brings nearly every control: a thing, two takes with their steps tied to the words, a recording,
// classes and a course.

const { createLesson, findLesson } = await import("../../server/lessons.server.ts");
const { keepClasses } = await import("../../server/classes.server.ts");
const { createCourse } = await import("../../server/courses.server.ts");
const { storeFile } = await import("../../server/files/store.server.ts");
const { demoClasses } = await import("../../demo/record.ts");
const { withTake } = await import("../property/told-quay.ts");
const { lesson, put, views } = await import("../unit/put-down.ts");

const { file } = await storeFile(
  Readable.from([smallMp4("a crate")]),
  { originalName: "crate.mp4", mediaType: "video/mp4" },
  undefined,
  db,
  folder,
);
const crate = put(lesson(views.one, []), "box", [30, 100], [80, 150]);
/** A crate nobody has filmed, with a wait after its first step. */
export const waiting: Lesson = {
  ...crate,
  steps: { "sheet/centre": { holdMs: 30_000 } },
};
const told = withTake(3, crate);
/** Where the stand-in for a recording shows its sheet. */
const corners = {
  topLeft: { xPx: 150, yPx: 60 },
  topRight: { xPx: 490, yPx: 60 },
  bottomRight: { xPx: 490, yPx: 300 },
  bottomLeft: { xPx: 150, yPx: 300 },
};
const video = { file, durationMs: 60_000, widthPx: 640, heightPx: 360 };
/** A crate, filmed once and told once more. */
const filmed: Lesson = {
  ...told,
  takes: told.takes.flatMap((t) => [
    { ...t, video, corners },
    { ...t, id: `${t.id}-again`, label: "Again" },
  ]),
};

let crates = 0;

/** Puts a crate on an empty shelf, with its classes and a course; the addresses of both. No page has met it before. */
export function crateOnShelf(of: Lesson = filmed): { readonly id: string; readonly courseId: number } {
  emptyShelf();
  crates += 1;
  const id = createLesson({ ...of, title: `Crate ${crates}` }, db);
  const taught = demoClasses(of).map((one, i) => ({ key: `class-${id}-${i}`, revision: 1, taught: one }));
  keepClasses(id, taught, db);
  const lessons = [{ lessonId: id, buildsOn: [] }];
  return { id, courseId: createCourse({ ...blankCourse("Quay"), starts: "2026-10-03", lessons }, db) };
}

/** The document of a lesson as it is kept now, as text. */
export const documentNow = (id: string) => JSON.stringify(findLesson(id)?.lesson);

/** A text in which every crate and every course is called the same. */
export const whicheverCrate = (text: string) =>
  text.replace(/\b([Cc]rate)[ -]\d+/g, "$1").replace(/\/courses\/\d+/g, "/courses/one");
