import { createReadStream, existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { type Lesson, parseLessonText } from "#core/lesson";
import { type Db, dataFolder, openDatabase } from "../server/db/database.server.ts";
import { lessons } from "../server/db/schema.ts";
import { storeFile } from "../server/files/store.server.ts";
import { createLesson } from "../server/lessons.server.ts";

const here = dirname(fileURLToPath(import.meta.url));

/** Puts the demo lessons on an empty shelf. A shelf that ever held a lesson is left alone. */
export async function seed(db: Db, folder: string): Promise<number> {
  if (db.select({ id: lessons.id }).from(lessons).limit(1).get()) return 0;
  // The last one put down stands first on the shelf.
  const files = readdirSync(join(here, "lessons"))
    .filter((f) => f.endsWith(".json"))
    .sort()
    .reverse();
  const demos = files.map((file) => {
    const parsed = parseLessonText(readFileSync(join(here, "lessons", file), "utf8"));
    if (!parsed.ok) throw new Error(`${file}: ${parsed.findings.map((f) => f.message).join(" ")}`);
    return parsed.value;
  });
  // The lesson that comes with a take shows most of what there is: it stands first.
  demos.sort((a, b) => a.takes.length - b.takes.length);
  for (const [i, demo] of demos.entries()) {
    const lesson = await withStoredVideos(demo, db, folder);
    createLesson(lesson, db, new Date(Date.now() + i));
  }
  return files.length;
}

/** The lesson with its takes' videos copied from beside the lesson files into the store. */
async function withStoredVideos(lesson: Lesson, db: Db, folder: string): Promise<Lesson> {
  const takes = await Promise.all(
    lesson.takes.map(async (take) => {
      const path = take.video && join(here, "take", take.video.file);
      if (!take.video || !path || !existsSync(path)) return take;
      const file = await storeFile(
        createReadStream(path),
        { originalName: take.video.file, mediaType: "video/mp4" },
        undefined,
        db,
        folder,
      );
      return { ...take, video: { ...take.video, file } };
    }),
  );
  return { ...lesson, takes };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const folder = dataFolder();
  const count = await seed(openDatabase(folder), folder);
  if (count > 0) console.log(`${count} demo lessons are on the shelf.`);
}
