import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** The key that this folder's sessions are signed with, made once; only its owner may read it. */
export function serverKey(folder: string): Buffer {
  const path = join(folder, "session-key");
  if (!existsSync(path)) writeFileSync(path, randomBytes(32), { mode: 0o600 });
  return readFileSync(path);
}
