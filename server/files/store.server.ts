import { createHash, randomUUID } from "node:crypto";
import { createReadStream, createWriteStream } from "node:fs";
import { mkdir, open, readdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { eq } from "drizzle-orm";
import { type Db, database, dataFolder } from "../db/database.server.ts";
import { assets } from "../db/schema.ts";
import { LARGEST_VIDEO_BYTES } from "../limits.ts";
import { whyNoRecording } from "./recording-form.server.ts";

export class FileTooLarge extends Error {
  constructor(readonly limitBytes: number) {
    super(`The file is larger than ${Math.round(limitBytes / 1024 ** 2)} MB.`);
  }
}

/** What came is no recording that can be played; the message goes on from its name. */
export class NoRecording extends Error {}

/** What has not come whole yet is called so; a server that starts clears away what another left. */
const INCOMING = ".incoming-";

const EXTENSION: Readonly<Record<string, string>> = {
  "video/mp4": "mp4",
  "video/webm": "webm",
  "video/quicktime": "mov",
};

/** The media type of a recording by its file's ending; null when it is none. */
export function mediaTypeOf(file: string): string | null {
  const ending = file.slice(file.lastIndexOf(".") + 1).toLowerCase();
  return Object.entries(EXTENSION).find(([, e]) => e === ending)?.[0] ?? null;
}

/** Media types that can be brought in as a recording. */
export const VIDEO_TYPES = Object.keys(EXTENSION);

/** A file in the store: its name, and whether it was not there before. */
export interface Stored {
  readonly file: string;
  readonly fresh: boolean;
}

/**
 * Streams a recording into the store under a name made from its content's hash: first to a temporary name, then on the disk
 * for good, then renamed, so that neither a broken upload nor a power cut leaves half of one. Throws FileTooLarge past the
 * limit, NoRecording when what came cannot be played.
 */
export async function storeFile(
  source: Readable,
  about: { originalName: string; mediaType: string },
  limitBytes = LARGEST_VIDEO_BYTES,
  db: Db = database(),
  folder = dataFolder(),
): Promise<Stored> {
  // One that breaks before it is read from must not be an error that nobody hears: that ends the server.
  source.on("error", () => {});
  const hash = createHash("sha256");
  let bytes = 0;
  const count = limited(limitBytes, (chunk) => {
    bytes += chunk.length;
    hash.update(chunk);
  });
  return withIncoming(folder, async (temporary, files) => {
    await pipeline(source, count, createWriteStream(temporary, { flush: true }));
    const why = await whyNoRecording(temporary, about.mediaType);
    if (why) throw new NoRecording(why);
    const file = `${hash.digest("hex").slice(0, 24)}.${EXTENSION[about.mediaType] ?? "bin"}`;
    const fresh = (await stat(join(files, file)).catch(() => null)) === null;
    await rename(temporary, join(files, file));
    await flushFolder(files);
    db.insert(assets)
      .values({ file, ...about, bytes, addedAt: new Date() })
      .onConflictDoNothing()
      .run();
    return { file, fresh };
  });
}

/** Takes a file out of the store again that was put there for something that then failed. */
export async function dropFile(file: string, db: Db = database(), folder = dataFolder()): Promise<void> {
  db.delete(assets).where(eq(assets.file, file)).run();
  await rm(join(folder, "files", file), { force: true });
}

/** Clears away what uploads left that the server's end broke off. For a server that starts: none may be under way. */
export async function sweepIncoming(folder = dataFolder()): Promise<number> {
  const files = join(folder, "files");
  const left = (await readdir(files).catch(() => [])).filter((name) => name.startsWith(INCOMING));
  await Promise.all(left.map((name) => rm(join(files, name), { force: true })));
  return left.length;
}

/** A name is on the disk for good only when its folder is. */
async function flushFolder(path: string): Promise<void> {
  // There folders cannot be opened, and a rename is kept by the file system itself.
  if (process.platform === "win32") return;
  const folder = await open(path, "r");
  try {
    await folder.sync();
  } finally {
    await folder.close();
  }
}

async function withIncoming<T>(
  folder: string,
  use: (temporary: string, files: string) => Promise<T>,
): Promise<T> {
  const files = join(folder, "files");
  await mkdir(files, { recursive: true });
  const temporary = join(files, `${INCOMING}${randomUUID()}`);
  try {
    return await use(temporary, files);
  } finally {
    await rm(temporary, { force: true });
  }
}

/** Lets bytes through up to a limit, then breaks off with FileTooLarge. */
function limited(limitBytes: number, see: (chunk: Buffer) => void = () => {}): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      see(chunk);
      if (bytes > limitBytes) done(new FileTooLarge(limitBytes));
      else done(null, chunk);
    },
  });
}

/** Streams something to a file that is gone again after `use`. Throws FileTooLarge past the limit. */
export function withTemporaryFile<T>(
  source: Readable,
  limitBytes: number,
  use: (path: string) => Promise<T>,
  folder = dataFolder(),
): Promise<T> {
  return withIncoming(folder, async (temporary) => {
    await pipeline(source, limited(limitBytes), createWriteStream(temporary));
    return use(temporary);
  });
}

/** A stored file: where it lies and what it is; null when the store does not have it. */
export async function findFile(
  file: string,
  db: Db = database(),
  folder = dataFolder(),
): Promise<{ path: string; bytes: number; mediaType: string } | null> {
  const row = db.select().from(assets).where(eq(assets.file, file)).get();
  if (!row) return null;
  const path = join(folder, "files", row.file);
  const found = await stat(path).catch(() => null);
  return found ? { path, bytes: found.size, mediaType: row.mediaType } : null;
}

/** Part of a file as a web stream, [start, end] in bytes; the descriptor closes when the reader goes away. */
export function streamFile(path: string, start: number, end: number, signal: AbortSignal): ReadableStream {
  const stream = createReadStream(path, { start, end });
  // A reader that has gone before the file is opened must not become an error that nobody hears: that ends the server.
  stream.on("error", () => {});
  const stop = () => stream.destroy();
  if (signal.aborted) stop();
  else signal.addEventListener("abort", stop, { once: true });
  return Readable.toWeb(stream) as ReadableStream;
}
