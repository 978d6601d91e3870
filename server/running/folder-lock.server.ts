import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { Database } from "../db/driver.server.ts";
import { troubleOf } from "../db/store-trouble.ts";

const LOCK = "in-use.sqlite";
const ABOUT = "in-use.json";

/** Who works on a folder. */
export interface InUse {
  readonly address: string;
  readonly process: number;
}

export interface HeldFolder {
  /** Tells whoever comes second where the first is reached. */
  tell(about: InUse): void;
  release(): void;
}

/**
 * Takes a data folder for this program alone, or says who has it. The lock is one of the system's on a file that SQLite
 * opens: it ends with the program, however that ends, and is never found stale.
 */
export function holdFolder(folder: string): HeldFolder | { readonly heldBy: InUse | null } {
  mkdirSync(folder, { recursive: true });
  const lock = new Database(join(folder, LOCK), { timeout: 0 });
  try {
    lock.exec("BEGIN EXCLUSIVE");
  } catch (error) {
    lock.close();
    const trouble = troubleOf(error);
    if (trouble?.reason !== "locked") throw trouble ?? error;
    return { heldBy: readAbout(folder) };
  }
  return {
    tell: (about) => writeFileSync(join(folder, ABOUT), `${JSON.stringify(about)}\n`),
    release: () => {
      rmSync(join(folder, ABOUT), { force: true });
      lock.close();
    },
  };
}

/** What the second is told, in words. */
export function saidOfHeld(folder: string, heldBy: InUse | null): string {
  return heldBy
    ? `Regulanda already runs on ${folder}: open ${heldBy.address}, or end process ${heldBy.process} first.`
    : `Regulanda already runs on ${folder}, or is just starting or being restored.`;
}

function readAbout(folder: string): InUse | null {
  try {
    return JSON.parse(readFileSync(join(folder, ABOUT), "utf8")) as InUse;
  } catch {
    return null;
  }
}
