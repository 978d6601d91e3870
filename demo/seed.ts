import { fileURLToPath } from "node:url";
import { blankCourse } from "#core/class/course";
import { keepClasses } from "../server/classes.server.ts";
import { createCourse } from "../server/courses.server.ts";
import { type Db, dataFolder, openDatabase } from "../server/db/database.server.ts";
import { lessons } from "../server/db/schema.ts";
import { StoreTrouble } from "../server/db/store-trouble.ts";
import { listDemos, putDemoOnShelf, readDemo } from "../server/demos.server.ts";
import { findLesson } from "../server/lessons.server.ts";
import { demoClasses } from "./record.ts";

/** Puts the demo lessons on an empty shelf. A shelf that ever held a lesson is left alone. */
export async function seed(db: Db, folder: string): Promise<number> {
  if (db.select({ id: lessons.id }).from(lessons).limit(1).get()) return 0;
  // The last one put down stands first on the shelf: the lesson with a take shows most of what there is.
  const demos = [...listDemos()].reverse();
  const takes = (name: string) => readDemo(name).takes.length;
  demos.sort((a, b) => takes(a.name) - takes(b.name));
  for (const [i, { name }] of demos.entries())
    await putDemoOnShelf(name, db, folder, new Date(Date.now() + i));
  teachTheKiosk(db);
  return demos.length;
}

/** Classes taught of the kiosk, and a course that leads up to it. */
function teachTheKiosk(db: Db): void {
  const kiosk = findLesson("the-ticket-kiosk", db);
  if (!kiosk) return;
  const classes = demoClasses(kiosk.lesson);
  keepClasses(
    kiosk.id,
    classes.map((taught, i) => ({ key: `demo-class-${i}`, revision: kiosk.revision, taught })),
    db,
  );
  const inOrder = ["crates-on-the-quay-straight-ahead", "the-lock-keepers-glasshouse", kiosk.id];
  const lessons = inOrder.map((lessonId, i) => ({
    lessonId,
    buildsOn: inOrder.slice(Math.max(0, i - 1), i),
  }));
  createCourse({ ...blankCourse("Osier Lock on paper"), starts: "2026-10-03", lessons }, db);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const folder = dataFolder();
  try {
    const db = openDatabase(folder);
    try {
      const count = await seed(db, folder);
      if (count > 0) console.log(`${count} demo lessons are on the shelf.`);
    } finally {
      // Newer versions of Node end with an assertion when a database is still open as the program ends.
      db.$client.close();
    }
  } catch (error) {
    // A shelf that cannot be read is the server's to name, which knows its copies; it is started next.
    if (!(error instanceof StoreTrouble)) throw error;
  }
}
