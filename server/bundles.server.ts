import { createReadStream } from "node:fs";
import type { Readable } from "node:stream";
import * as yauzl from "yauzl";
import { ZipFile } from "yazl";
import { type Lesson, parseLessonText, serialiseLesson } from "#core/lesson";
import { writeWebVtt } from "#core/narration";
import { type Db, database, dataFolder } from "./db/database.server.ts";
import { findFile, LARGEST_VIDEO_BYTES, mediaTypeOf, storeFile } from "./files/store.server.ts";
import { worked } from "./jobs/kept.server.ts";
import { createLesson, findLesson } from "./lessons.server.ts";

/** A lesson of 2000 objects with an hour of narration stays well below this. */
export const LARGEST_LESSON_BYTES = 8 * 1024 * 1024;
/** Document, takes, captions and a picture for each of 2000 steps stay below this. */
const MOST_ENTRIES = 5000;

const DOCUMENT = "lesson.json";

/**
 * A lesson with all that belongs to it as one ZIP file: the document, its recordings under `takes/`, captions as WebVTT
 * and a picture of every step. Null when there is no such lesson. Recordings are streamed, never held in memory.
 */
export async function writeBundle(
  lessonId: string,
  db: Db = database(),
  folder = dataFolder(),
): Promise<Readable | null> {
  const found = findLesson(lessonId, db);
  if (!found) return null;
  const { lesson } = found;
  const zip = new ZipFile();
  // A recording that vanishes while it is packed ends this answer, not the server.
  zip.on("error", (error: unknown) => {
    const output = zip.outputStream as unknown as Readable;
    output.destroy(error instanceof Error ? error : new Error(String(error)));
  });
  const takes = await Promise.all(
    lesson.takes.map(async (take) => {
      if (take.narration)
        zip.addBuffer(Buffer.from(writeWebVtt(take.narration.cues)), `captions/${take.id}.vtt`);
      const stored = take.video && (await findFile(take.video.file, db, folder));
      if (!take.video || !stored) return take;
      const file = `takes/${take.video.file}`;
      zip.addReadStreamLazy(file, { compress: false }, (give) => give(null, createReadStream(stored.path)));
      return { ...take, video: { ...take.video, file } };
    }),
  );
  zip.addBuffer(Buffer.from(serialiseLesson({ ...lesson, takes })), DOCUMENT);
  const drawings = await worked("stepPictures", found, {});
  for (const [i, picture] of drawings.entries())
    zip.addBuffer(Buffer.from(picture), `pictures/step-${String(i + 1).padStart(2, "0")}.svg`);
  zip.end();
  return zip.outputStream as unknown as Readable;
}

export type BroughtIn =
  | { readonly id: string; readonly notes: readonly string[] }
  | { readonly problems: readonly string[] };

/**
 * Puts the lesson of a bundle on the shelf, its recordings into the store. Captions and pictures in it are for other
 * programs: the document holds the words itself. On any fault the shelf stays as it was.
 */
export async function readBundle(
  path: string,
  name: string,
  db: Db = database(),
  folder = dataFolder(),
): Promise<BroughtIn> {
  const not = `"${name}" was not brought in; the shelf is as it was.`;
  let zip: yauzl.ZipFile;
  try {
    zip = await yauzl.openPromise(path, { lazyEntries: true, autoClose: false });
  } catch {
    return { problems: [not, "It is no ZIP file, or a broken one."] };
  }
  try {
    if (zip.entryCount > MOST_ENTRIES)
      return { problems: [not, `It holds ${zip.entryCount} files; a bundle has at most ${MOST_ENTRIES}.`] };
    const entries = new Map<string, yauzl.Entry>();
    for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
    const document = entries.get(DOCUMENT);
    if (!document) return { problems: [not, `There is no ${DOCUMENT} in it.`] };
    if (document.uncompressedSize > LARGEST_LESSON_BYTES)
      return { problems: [not, `Its ${DOCUMENT} is larger than ${LARGEST_LESSON_BYTES / 1024 ** 2} MB.`] };
    const parsed = parseLessonText(await textOf(zip, document));
    if (!parsed.ok) return { problems: [not, ...parsed.findings.slice(0, 5).map((f) => f.message)] };
    const notes: string[] = [];
    const takes: Lesson["takes"] = [];
    for (const take of parsed.value.takes) {
      const entry = take.video && entries.get(take.video.file);
      const mediaType = take.video ? mediaTypeOf(take.video.file) : null;
      if (!take.video || !entry || !mediaType) {
        if (take.video && !(await findFile(take.video.file, db, folder)))
          notes.push(`The recording of "${take.label}" is not in the bundle: its words and times are kept.`);
        takes.push(take);
        continue;
      }
      const originalName = entry.fileName.split("/").pop() ?? entry.fileName;
      const file = await storeFile(
        await zip.openReadStreamPromise(entry),
        { originalName, mediaType },
        LARGEST_VIDEO_BYTES,
        db,
        folder,
      );
      takes.push({ ...take, video: { ...take.video, file } });
    }
    return { id: createLesson({ ...parsed.value, takes }, db), notes };
  } catch (error) {
    return {
      problems: [
        not,
        error instanceof Error ? `Reading it stopped: ${error.message}` : "Reading it stopped.",
      ],
    };
  } finally {
    zip.close();
  }
}

async function textOf(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<string> {
  const chunks: Buffer[] = [];
  let bytes = 0;
  for await (const chunk of await zip.openReadStreamPromise(entry)) {
    bytes += (chunk as Buffer).length;
    // A file may unpack to more than it says.
    if (bytes > LARGEST_LESSON_BYTES) throw new Error(`${entry.fileName} unpacks to more than it says.`);
    chunks.push(chunk as Buffer);
  }
  return Buffer.concat(chunks).toString("utf8");
}
