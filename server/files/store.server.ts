import { createHash, randomUUID } from "node:crypto";
import { createReadStream, createWriteStream } from "node:fs";
import { mkdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { eq } from "drizzle-orm";
import { type Db, database, dataFolder } from "../db/database.server.ts";
import { assets } from "../db/schema.ts";

/** A recording of twenty minutes from a phone is about 2 GB at its largest. */
export const LARGEST_VIDEO_BYTES = 2 * 1024 ** 3;

export class FileTooLarge extends Error {
  constructor(readonly limitBytes: number) {
    super(`The file is larger than ${Math.round(limitBytes / 1024 ** 2)} MB.`);
  }
}

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

/**
 * Streams a file into the store under a name made from its content's hash: first to a temporary name, then
 * renamed, so a broken upload leaves nothing behind. Throws FileTooLarge past the limit.
 */
export async function storeFile(
  source: Readable,
  about: { originalName: string; mediaType: string },
  limitBytes = LARGEST_VIDEO_BYTES,
  db: Db = database(),
  folder = dataFolder(),
): Promise<string> {
  const files = join(folder, "files");
  await mkdir(files, { recursive: true });
  const temporary = join(files, `.incoming-${randomUUID()}`);
  const hash = createHash("sha256");
  let bytes = 0;
  const count = limited(limitBytes, (chunk) => {
    bytes += chunk.length;
    hash.update(chunk);
  });
  try {
    await pipeline(source, count, createWriteStream(temporary));
    const file = `${hash.digest("hex").slice(0, 24)}.${EXTENSION[about.mediaType] ?? "bin"}`;
    await rename(temporary, join(files, file));
    db.insert(assets)
      .values({ file, ...about, bytes, addedAt: new Date() })
      .onConflictDoNothing()
      .run();
    return file;
  } catch (error) {
    await rm(temporary, { force: true });
    throw error;
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
export async function withTemporaryFile<T>(
  source: Readable,
  limitBytes: number,
  use: (path: string) => Promise<T>,
  folder = dataFolder(),
): Promise<T> {
  const files = join(folder, "files");
  await mkdir(files, { recursive: true });
  const temporary = join(files, `.incoming-${randomUUID()}`);
  try {
    await pipeline(source, limited(limitBytes), createWriteStream(temporary));
    return await use(temporary);
  } finally {
    await rm(temporary, { force: true });
  }
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
