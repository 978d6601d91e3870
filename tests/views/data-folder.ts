import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** Where the server's side keeps its data, shared by the files of tests that run in one worker. */
export const folder = mkdtempSync(join(tmpdir(), "regulanda-views-"));
process.env.REGULANDA_DATA = folder;
process.on("exit", () => rmSync(folder, { recursive: true, force: true }));

const { openDatabase } = await import("../../server/db/database.server.ts");

export const db = openDatabase(folder);

/** Takes all away but the recordings, so that a test finds the same shelf whichever ran before it. */
export function emptyShelf(): void {
  const own =
    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT GLOB 'sqlite_*' AND name NOT GLOB '__*'";
  const tables = db.$client.prepare(own).pluck().all() as string[];
  db.$client.pragma("foreign_keys = OFF");
  for (const table of tables.filter((t) => t !== "assets")) db.$client.prepare(`DELETE FROM ${table}`).run();
  db.$client.pragma("foreign_keys = ON");
}
