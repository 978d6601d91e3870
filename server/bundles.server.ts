import { createReadStream } from "node:fs";
import type { Readable } from "node:stream";
import * as yauzl from "yauzl";
import { ZipFile } from "yazl";
import { type ClassTaught, readClassTable, tableOfClasses } from "#core/class/record";
import { type Lesson, parseLessonText, serialiseLesson } from "#core/document/lesson";
import { readCsv, writeCsv } from "#core/ground/table";
import { writeWebVtt } from "#core/time/narration";
import { keepClasses, listClasses } from "./classes.server.ts";
import { type Db, database, dataFolder } from "./db/database.server.ts";
import { troubleOf } from "./db/store-trouble.ts";
import {
  dropFile,
  FileTooLarge,
  findFile,
  mediaTypeOf,
  NoRecording,
  storeFile,
} from "./files/store.server.ts";
import { worked } from "./jobs/kept.server.ts";
import { createLesson, findLesson } from "./lessons.server.ts";
import {
  LARGEST_BUNDLE_BYTES,
  LARGEST_LESSON_BYTES,
  LARGEST_VIDEO_BYTES,
  MOST_BUNDLE_ENTRIES,
  MOST_UNPACKING,
} from "./limits.ts";

const DOCUMENT = "lesson.json";
/** The classes taught, where they were asked for. */
const RECORD = "classes.csv";

/**
 * A lesson with all that belongs to it as one ZIP file: the document, its recordings under `takes/`, captions as WebVTT
 * and a picture of every step; the record of its classes only `withRecord`. Null when there is no such lesson. Recordings are streamed, never held in memory.
 */
export async function writeBundle(
  lessonId: string,
  db: Db = database(),
  folder = dataFolder(),
  withRecord = false,
): Promise<Readable | null> {
  const found = findLesson(lessonId, db);
  if (!found) return null;
  const { lesson } = found;
  const zip = new ZipFile();
  const opened: Readable[] = [];
  // A reader that goes away in the middle leaves no recording open.
  (zip.outputStream as unknown as Readable).once("close", () => {
    for (const stream of opened) stream.destroy();
  });
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
      zip.addReadStreamLazy(file, { compress: false }, (give) => {
        const stream = createReadStream(stored.path);
        opened.push(stream);
        give(null, stream);
      });
      return { ...take, video: { ...take.video, file } };
    }),
  );
  zip.addBuffer(Buffer.from(serialiseLesson({ ...lesson, takes })), DOCUMENT);
  if (withRecord)
    zip.addBuffer(
      Buffer.from(writeCsv(tableOfClasses(listClasses(lessonId, db).map((c) => c.taught)))),
      RECORD,
    );
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
  /** Recordings that were not in the store before: they go again when the rest fails. */
  const fresh: string[] = [];
  try {
    if (zip.entryCount > MOST_BUNDLE_ENTRIES)
      return {
        problems: [not, `It holds ${zip.entryCount} files; a bundle has at most ${MOST_BUNDLE_ENTRIES}.`],
      };
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
    let unpacked = 0;
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
      unpacked += entry.uncompressedSize;
      if (entry.uncompressedSize > MOST_UNPACKING * Math.max(1, entry.compressedSize))
        throw new Unfit(
          `"${originalName}" would unpack to ${MOST_UNPACKING} times its size and more: it is no recording.`,
        );
      if (unpacked > LARGEST_BUNDLE_BYTES)
        throw new Unfit(`Its recordings have more than ${LARGEST_BUNDLE_BYTES / 1024 ** 3} GB together.`);
      const stored = await storeFile(
        await zip.openReadStreamPromise(entry),
        { originalName, mediaType },
        Math.min(LARGEST_VIDEO_BYTES, entry.uncompressedSize),
        db,
        folder,
      ).catch((error: unknown) => {
        if (error instanceof NoRecording) throw new Unfit(`"${originalName}" ${error.message}.`);
        if (error instanceof FileTooLarge) throw new Unfit(`"${originalName}": ${error.message}`);
        throw error;
      });
      if (stored.fresh) fresh.push(stored.file);
      takes.push({ ...take, video: { ...take.video, file: stored.file } });
    }
    const record = entries.get(RECORD);
    const classes = record ? classesIn(await textOf(zip, record), parsed.value) : [];
    const id = createLesson({ ...parsed.value, takes }, db);
    if (classes.length > 0) {
      keepClasses(
        id,
        classes.map((taught, i) => ({ key: `bundle-${i}-${id}`.slice(0, 64), revision: null, taught })),
        db,
      );
      notes.push(`${classes.length} classes taught came with it, and are in its record.`);
    }
    return { id, notes };
  } catch (error) {
    for (const file of fresh) await dropFile(file, db, folder);
    const said = troubleOf(error) ?? error;
    return {
      problems: [not, said instanceof Error ? `Reading it stopped: ${said.message}` : "Reading it stopped."],
    };
  } finally {
    zip.close();
  }
}

/** The classes in a bundle's table, as far as they can be read. */
function classesIn(text: string, { plan }: Lesson): readonly ClassTaught[] {
  return readClassTable(readCsv(text), { ageBand: plan.ageBand, planned: [] }).classes;
}

/** What a bundle holds cannot be taken in. */
class Unfit extends Error {}

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
