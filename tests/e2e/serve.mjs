// The built app on a fresh folder, with a small upload limit so that the limit can be tried.
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

process.env.REGULANDA_DATA = mkdtempSync(join(tmpdir(), "regulanda-e2e-"));
process.env.REGULANDA_LARGEST_VIDEO_BYTES = String(2 * 1024 * 1024);
await import("../../scripts/demo.mjs");
