import { createReadStream, existsSync, readdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { type Lesson, parseLessonText } from "#core/document/lesson";
import { type Db, database, dataFolder } from "./db/database.server.ts";
import { storeFile } from "./files/store.server.ts";
import { createLesson } from "./lessons.server.ts";

const FOLDER = resolve("demo");

/** A demo lesson by the name of its file, without its ending. */
export interface Demo {
  readonly name: string;
  readonly title: string;
}

let shipped: readonly Demo[] | null = null;

/** The demo lessons as they ship, in the order of their names; their files are read once. */
export function listDemos(): readonly Demo[] {
  shipped ??= readdirSync(join(FOLDER, "lessons"))
    .filter((file) => file.endsWith(".json"))
    .sort()
    .map((file) => {
      const name = file.replace(/\.json$/, "");
      return { name, title: readDemo(name).title };
    });
  return shipped;
}

/** A demo lesson's document. */
export function readDemo(name: string): Lesson {
  const parsed = parseLessonText(readFileSync(join(FOLDER, "lessons", `${name}.json`), "utf8"));
  if (!parsed.ok) throw new Error(`${name}: ${parsed.findings.map((f) => f.message).join(" ")}`);
  return parsed.value;
}

/** Puts a copy of a demo lesson, with its recordings, on the shelf. Null when there is no such demo. */
export async function putDemoOnShelf(
  name: string,
  db: Db = database(),
  folder = dataFolder(),
  now = new Date(),
): Promise<string | null> {
  const demo = listDemos().find((d) => d.name === name);
  return demo ? createLesson(await withStoredVideos(readDemo(name), db, folder), db, now) : null;
}

/** The lesson with its takes' videos copied from beside the lesson files into the store. */
async function withStoredVideos(lesson: Lesson, db: Db, folder: string): Promise<Lesson> {
  const takes = await Promise.all(
    lesson.takes.map(async (take) => {
      const path = take.video && join(FOLDER, "take", take.video.file);
      if (!take.video || !path || !existsSync(path)) return take;
      const about = { originalName: take.video.file, mediaType: "video/mp4" };
      const { file } = await storeFile(createReadStream(path), about, undefined, db, folder);
      return { ...take, video: { ...take.video, file } };
    }),
  );
  return { ...lesson, takes };
}
