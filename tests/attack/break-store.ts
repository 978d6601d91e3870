import { closeSync, openSync, writeSync } from "node:fs";
import { join } from "node:path";
import { Database } from "../../server/db/driver.server.ts";

/**
 * Makes a database that a server has open refuse writes as read-only, for good until it is opened anew: its header says that
 * a later way of writing is needed (SQLite Database File Format, 1.3.1, byte 18), which only a reading program may ignore.
 */
export function makeReadOnly(folder: string): void {
  const path = join(folder, "regulanda.sqlite");
  const other = new Database(path);
  // A write of another connection makes the server look at the header again.
  other.exec("update lessons set title = title");
  other.pragma("wal_checkpoint(TRUNCATE)");
  other.close();
  setWriteVersion(path, 3);
}

export function makeWritable(folder: string): void {
  setWriteVersion(join(folder, "regulanda.sqlite"), 2);
}

function setWriteVersion(path: string, version: number): void {
  const file = openSync(path, "r+");
  writeSync(file, Buffer.from([version]), 0, 1, 18);
  closeSync(file);
}

/** Holds the right to write to a server's database until the returned function is called. */
export function holdLocked(folder: string): () => void {
  const other = new Database(join(folder, "regulanda.sqlite"));
  other.exec("BEGIN IMMEDIATE");
  return () => {
    other.exec("COMMIT");
    other.close();
  };
}
