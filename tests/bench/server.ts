// What a teacher waits for on the server: a save, the shelf of three hundred lessons, the first byte of a hand-out.
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sampleLesson } from "#core/document/changes";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import { openDatabase } from "../../server/db/database.server.ts";
import { makeDigest } from "../../server/digests.server.ts";
import { createLesson, saveChanges } from "../../server/lessons.server.ts";
import { listShelf } from "../../server/shelf.server.ts";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { row, timesMs } from "./measure.ts";

const LESSONS = 300;
const PORT = "4381";
const HOME = `http://127.0.0.1:${PORT}`;
const folder = mkdtempSync(join(tmpdir(), "regulanda-bench-"));
const against = (t: { median: number; p95: number }, ms: number, of: "median" | "p95") =>
  `${t.median.toFixed(1)} ms median, ${t.p95.toFixed(1)} ms p95; ${(t[of] / ms).toFixed(2)} of ${ms} ms`;

const db = openDatabase(folder);
const ids = Array.from({ length: LESSONS }, (_, i) => {
  const recipe = RECIPE_NAMES[i % RECIPE_NAMES.length] ?? "box";
  return createLesson(
    { ...sampleLesson(recipe, i % 2 ? "one-point" : "two-point"), title: `${recipe} ${i}` },
    db,
  );
});
for (const id of ids) await makeDigest(id, db);

const kioskId = createLesson(demoLesson("ticket-kiosk"), db);

console.log(`The server, with ${LESSONS} lessons`);
const saved = ids[0] ?? "";
const saves = timesMs(200, (run) => {
  const done = saveChanges(saved, run + 1, [changeAt("lesson", "title", `Title ${run}`)], db);
  if (done.kind !== "saved") throw new Error(`the save was answered with "${done.kind}"`);
});
row("  a save", against(saves, 30, "p95"));
row(
  "  the shelf's query",
  against(
    timesMs(100, () => void listShelf({ most: 24 }, db)),
    20,
    "median",
  ),
);

const server = spawn(process.execPath, ["scripts/demo.mjs"], {
  env: { ...process.env, PORT, REGULANDA_DATA: folder },
  stdio: ["ignore", "pipe", "inherit"],
});
try {
  await new Promise<void>((ready) =>
    server.stdout.on("data", (chunk: Buffer) => chunk.toString().includes("open at") && ready()),
  );
  for (const [name, path, ms] of [
    ["  the shelf's first page", "/", 150],
    ["  the kiosk's hand-out, its first byte", `/lessons/${kioskId}/hand-out`, 300],
  ] as const) {
    const times: number[] = [];
    for (let i = 0; i < 25; i++) {
      const start = performance.now();
      const answer = await fetch(HOME + path);
      if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
      const reader = answer.body?.getReader();
      await reader?.read();
      if (i >= 5) times.push(performance.now() - start);
      await reader?.cancel();
    }
    times.sort((a, b) => a - b);
    row(name, against({ median: times[10] ?? 0, p95: times[19] ?? 0 }, ms, "median"));
  }
} finally {
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
