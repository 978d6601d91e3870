import { createHash } from "node:crypto";
import { createReadStream, existsSync } from "node:fs";
import { copyFile, mkdir, open, readdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { COPIES_FOLDER, DATABASE_FILE } from "../db/database.server.ts";
import { type Connection, Database } from "../db/driver.server.ts";
import { StoreTrouble, troubleOf } from "../db/store-trouble.ts";

/** So many days' copies of the database are kept. */
const DAYS_KEPT = 7;
const COPY = /^regulanda-(\d{4}-\d{2}-\d{2})\.sqlite$/;

/** A copy of a database that can be brought back. */
export interface Copy {
  readonly path: string;
  readonly day: string;
}

/**
 * Copies a database file that may be in use, as it is at one moment (SQLite Online Backup API, sqlite.org/backup.html), and
 * looks the copy over before it takes its name. Throws StoreTrouble when the database is damaged.
 */
async function copyDatabase(from: string, to: string): Promise<void> {
  const half = `${to}.half`;
  await rm(half, { force: true });
  const source = new Database(from, { fileMustExist: true });
  try {
    await source.backup(half);
  } catch (error) {
    await rm(half, { force: true });
    throw troubleOf(error) ?? error;
  } finally {
    source.close();
  }
  const wrong = whatIsWrong(half);
  if (wrong) {
    await rm(half, { force: true });
    throw new StoreTrouble("damaged", `No copy was made: the database ${from} is damaged (${wrong}).`);
  }
  const file = await open(half, "r+");
  await file.sync();
  await file.close();
  await rename(half, to);
}

/** What is wrong with a database file, in SQLite's words; null when it is sound. */
export function whatIsWrong(path: string): string | null {
  let database: Connection | undefined;
  try {
    database = new Database(path, { fileMustExist: true });
    const [first] = database.pragma("quick_check(1)") as { quick_check: string }[];
    if (first?.quick_check !== "ok") return first?.quick_check ?? "it cannot be looked over";
    const has = database.prepare("select 1 from sqlite_master where name = 'lessons'").get();
    return has ? null : "it holds no lessons' table";
  } catch (error) {
    return error instanceof Error ? error.message : "it cannot be opened";
  } finally {
    database?.close();
  }
}

/** Copies of the database by day, the latest first. */
export async function listCopies(folder: string): Promise<Copy[]> {
  const names = await readdir(join(folder, COPIES_FOLDER)).catch(() => []);
  return names
    .flatMap((name) => {
      const day = COPY.exec(name)?.[1];
      return day ? [{ day, path: join(folder, COPIES_FOLDER, name) }] : [];
    })
    .sort((a, b) => b.day.localeCompare(a.day));
}

/** Makes this day's copy where there is none yet, and lets go of those older than a week's worth. */
export async function copyOfDay(folder: string, now = new Date()): Promise<Copy | null> {
  const day = now.toISOString().slice(0, 10);
  const path = join(folder, COPIES_FOLDER, `regulanda-${day}.sqlite`);
  if (existsSync(path)) return null;
  await mkdir(join(folder, COPIES_FOLDER), { recursive: true });
  await copyDatabase(join(folder, DATABASE_FILE), path);
  for (const old of (await listCopies(folder)).slice(DAYS_KEPT)) await rm(old.path, { force: true });
  return { day, path };
}

/** The latest copy that is sound; null when there is none. */
export async function lastGoodCopy(folder: string): Promise<Copy | null> {
  for (const copy of await listCopies(folder)) if (whatIsWrong(copy.path) === null) return copy;
  return null;
}

/**
 * Writes a whole backup into a folder while the app runs: the database as it is at one moment, and every recording it names
 * that is not there yet. Recordings never change under their name, so a backup into the same folder again is quick.
 */
export async function backUp(
  folder: string,
  into: string,
): Promise<{ files: number; copied: number; missing: readonly string[] }> {
  await mkdir(join(into, "files"), { recursive: true });
  await copyDatabase(join(folder, DATABASE_FILE), join(into, DATABASE_FILE));
  const named = filesNamedIn(join(into, DATABASE_FILE));
  const { copied, missing } = await copyFiles(join(folder, "files"), join(into, "files"), named);
  return { files: named.length - missing.length, copied, missing };
}

/**
 * Brings a backup's folder, or one day's copy of the database, back into a data folder that nobody works on. What lay there
 * is kept beside it under the time of day; recordings are only added.
 */
export async function bringBack(
  from: string,
  folder: string,
  now = new Date(),
): Promise<{ kept: string | null; copied: number; missing: readonly string[] }> {
  const whole = (await stat(from)).isDirectory();
  const database = whole ? join(from, DATABASE_FILE) : from;
  const wrong = whatIsWrong(database);
  if (wrong)
    throw new StoreTrouble("damaged", `${database} was not brought back: ${wrong}. Nothing was changed.`);
  await mkdir(join(folder, "files"), { recursive: true });
  const half = join(folder, `${DATABASE_FILE}.half`);
  await copyDatabase(database, half);
  const named = filesNamedIn(half);
  const { copied, missing } = whole
    ? await copyFiles(join(from, "files"), join(folder, "files"), named)
    : { copied: 0, missing: await notThere(join(folder, "files"), named) };
  const path = join(folder, DATABASE_FILE);
  const kept = existsSync(path) ? `${path}.before-${now.toISOString().replace(/[:.]/g, "-")}` : null;
  // What was not written back into the database yet belongs to it, and goes aside with it.
  for (const part of ["", "-wal", "-shm"])
    if (kept && existsSync(`${path}${part}`)) await rename(`${path}${part}`, `${kept}${part}`);
  await rename(half, path);
  return { kept, copied, missing };
}

function filesNamedIn(path: string): { file: string; bytes: number }[] {
  const database = new Database(path, { fileMustExist: true });
  try {
    return database.prepare("select file, bytes from assets").all() as { file: string; bytes: number }[];
  } finally {
    database.close();
  }
}

async function copyFiles(from: string, to: string, named: readonly { file: string; bytes: number }[]) {
  const missing: string[] = [];
  let copied = 0;
  for (const { file, bytes } of named) {
    if ((await stat(join(to, file)).catch(() => null))?.size === bytes) continue;
    const half = join(to, `${file}.half`);
    const there = await copyFile(join(from, file), half).then(
      () => true,
      () => false,
    );
    // A name begins with the hash of what is in it.
    if (there && file.startsWith(await hashOf(half))) {
      await rename(half, join(to, file));
      copied++;
    } else {
      await rm(half, { force: true });
      missing.push(file);
    }
  }
  return { copied, missing };
}

async function notThere(folder: string, named: readonly { file: string }[]): Promise<string[]> {
  const there = new Set(await readdir(folder).catch(() => []));
  return named.flatMap(({ file }) => (there.has(file) ? [] : [file]));
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(path), hash);
  return hash.digest("hex").slice(0, 24);
}
