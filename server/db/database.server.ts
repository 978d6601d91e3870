import { existsSync, mkdirSync, readdirSync, statSync } from "node:fs";
import { join, resolve } from "node:path";
import { type BetterSQLite3Database, drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { type Connection, Database } from "./driver.server.ts";
import * as schema from "./schema.ts";
import { StoreTrouble, trouble, troubleOf } from "./store-trouble.ts";

export type Db = BetterSQLite3Database<typeof schema> & { $client: Connection };
/** A transaction in progress; what reads can be given either. */
export type Tx = Parameters<Parameters<Db["transaction"]>[0]>[0];
export type Reads = Pick<Db, "select">;

export const DATABASE_FILE = "regulanda.sqlite";
/** Where each day's copy of the database lies, beside it. */
export const COPIES_FOLDER = "copies";
const MIGRATIONS = resolve("server/db/migrations");
/** A write that finds the database held by another program waits so long; the server answers nobody meanwhile. */
const LONGEST_BUSY_MS = 500;
const PAGE_BYTES = 4096;

/** Folder of the database and the files; REGULANDA_DATA, or `data` in the project. */
export function dataFolder(): string {
  return resolve(process.env.REGULANDA_DATA ?? "data");
}

/**
 * Opens a database file, creating folder and tables when there was nothing yet. Every commit is on disk before it returns.
 * Throws StoreTrouble when the file is damaged, missing where one was, or made by a later program: a shelf is never shown
 * empty because it could not be read.
 */
export function openDatabase(folder: string): Db {
  try {
    mkdirSync(folder, { recursive: true });
    refuseIfLost(folder);
    const sqlite = new Database(join(folder, DATABASE_FILE), { timeout: LONGEST_BUSY_MS });
    sqlite.pragma("journal_mode = WAL");
    sqlite.pragma("synchronous = FULL");
    sqlite.pragma("foreign_keys = ON");
    const most = Number(process.env.REGULANDA_LARGEST_DATABASE_MB ?? 0);
    if (most > 0) sqlite.pragma(`max_page_count = ${Math.ceil((most * 1024 ** 2) / PAGE_BYTES)}`);
    lookOver(sqlite);
    const db = drizzle(sqlite, { schema, casing: "snake_case" });
    migrate(db, { migrationsFolder: MIGRATIONS });
    inodes.set(db, statSync(sqlite.name).ino);
    return db;
  } catch (error) {
    throw troubleOf(error) ?? error;
  }
}

/** A file without a byte, or none beside recordings and copies, is what is left of a shelf, not a new one. */
function refuseIfLost(folder: string): void {
  const path = join(folder, DATABASE_FILE);
  if (existsSync(path)) {
    if (statSync(path).size === 0)
      throw new StoreTrouble("damaged", `The lessons' database ${path} is empty: it has 0 bytes.`);
    return;
  }
  const left = ["files", COPIES_FOLDER].filter(
    (f) => existsSync(join(folder, f)) && readdirSync(join(folder, f)).length > 0,
  );
  if (left.length > 0)
    throw new StoreTrouble(
      "gone",
      `The lessons' database ${path} is missing, though ${left.join(" and ")} beside it ${left.length > 1 ? "are" : "is"} there.`,
    );
}

/** A later program's tables may hold what this one would lose; tables of an earlier one are changed only when they are sound. */
function lookOver(sqlite: Connection): void {
  if (!existsSync(join(MIGRATIONS, "meta", "_journal.json")))
    throw new StoreTrouble(
      "program",
      `The program is not whole, or was started from another folder than its own: ${MIGRATIONS} is missing, with which it keeps the database up to date. The lessons were not touched.`,
    );
  const has = sqlite.prepare("select 1 from sqlite_master where name = '__drizzle_migrations'").get();
  if (!has) return;
  const { latest } = sqlite.prepare("select max(created_at) as latest from __drizzle_migrations").get() as {
    latest: number | null;
  };
  const known = Math.max(...readMigrationFiles({ migrationsFolder: MIGRATIONS }).map((m) => m.folderMillis));
  if (latest !== null && Number(latest) > known)
    throw new StoreTrouble(
      "program",
      `The lessons' database ${sqlite.name} was used by a later version of this program. Start that one, or bring this one up to date; the lessons were not touched.`,
    );
  if (Number(latest ?? 0) === known) return;
  const [found] = sqlite.pragma("quick_check(1)") as { quick_check: string }[];
  if (found?.quick_check !== "ok")
    throw new StoreTrouble(
      "damaged",
      `The lessons' database ${sqlite.name} is damaged (${found?.quick_check}), and was not brought up to date.`,
    );
}

/**
 * Does work in one transaction that holds the right to write from its start: two programs wait for each other instead of
 * failing half-way. Throws StoreTrouble when the database is held too long, or is no longer where it was: what is written to
 * a deleted file would be called saved and be lost.
 */
export function inOneGo<T>(db: Db, work: (tx: Tx) => T): T {
  try {
    if (!isInPlace(db)) throw trouble("gone");
    return db.transaction(work, { behavior: "immediate" });
  } catch (error) {
    throw troubleOf(error) ?? error;
  }
}

/** Which file each open database is: another one put in its place, or none, is not written to. */
const inodes = new WeakMap<Db, number>();

function isInPlace(db: Db): boolean {
  return statSync(db.$client.name, { throwIfNoEntry: false })?.ino === inodes.get(db);
}

const names = new WeakMap<Db, string>();
let count = 0;

/** A name for an open database among all this program has open: what is remembered of one is not taken for another's. */
export function nameOf(db: Db): string {
  const name = names.get(db) ?? `store-${++count}`;
  names.set(db, name);
  return name;
}

let opened: Db | null = null;

/** The app's one database, opened at first use. */
export function database(): Db {
  opened ??= openDatabase(dataFolder());
  return opened;
}
