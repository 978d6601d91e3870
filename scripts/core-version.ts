// A short name for the core as it stands: what was worked out by another core is worked out again.
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

const core = resolve(dirname(fileURLToPath(import.meta.url)), "../core");

export function coreVersion(): string {
  const hash = createHash("sha256");
  for (const file of readdirSync(core, { recursive: true }).sort())
    if (typeof file === "string" && file.endsWith(".ts"))
      hash.update(file).update(readFileSync(join(core, file)));
  return hash.digest("hex").slice(0, 12);
}
