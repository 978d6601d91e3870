import { mkdirSync } from "node:fs";
import { join, resolve } from "node:path";
import Database from "better-sqlite3";
import { type BetterSQLite3Database, drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import * as schema from "./schema.ts";

export type Db = BetterSQLite3Database<typeof schema>;
/** A transaction in progress; what reads can be given either. */
export type Tx = Parameters<Parameters<Db["transaction"]>[0]>[0];
export type Reads = Pick<Db, "select">;

/** Folder of the database and the files; REGULANDA_DATA, or `data` in the project. */
export function dataFolder(): string {
  return resolve(process.env.REGULANDA_DATA ?? "data");
}

/** Opens a database file, creating folder and tables when missing. Every commit is on disk before it returns. */
export function openDatabase(folder: string): Db {
  mkdirSync(folder, { recursive: true });
  const sqlite = new Database(join(folder, "regulanda.sqlite"));
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = FULL");
  sqlite.pragma("foreign_keys = ON");
  const db = drizzle(sqlite, { schema, casing: "snake_case" });
  migrate(db, { migrationsFolder: resolve("server/db/migrations") });
  return db;
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
