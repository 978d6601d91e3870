// How fast films are made in headless Chromium, against the bare pipelines and against real time, in one run.
import { spawnSync } from "node:child_process";
import { createReadStream, mkdtempSync, statSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { extname, join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import parseRange from "range-parser";
import { build } from "vite";
import { applyChanges, setEdits } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import type { FilmWish } from "#core/output/film";
import { browserPath } from "../../scripts/browser.mjs";
import type { FilmJob, FilmOrder, MadeFilm } from "../../workers/film.worker.ts";
import { changeAt } from "../change-at.ts";
import { demoLesson } from "../demo-lesson.ts";
import { row } from "./measure.ts";

const RUNS = 3;
const SECONDS = 40;
const folder = mkdtempSync(join(tmpdir(), "regulanda-film-bench-"));

// Forty seconds of the demo's take at 720 lines and 25 frames a second, with the grain of a phone's picture.
const made = spawnSync(
  "ffmpeg",
  `-y -loglevel error -ss 60 -t ${SECONDS} -i demo/take/glasshouse-take.mp4 -vf scale=1280:720,fps=25,noise=alls=7:allf=t -c:v libx264 -preset veryfast -crf 22 -g 50 -pix_fmt yuv420p -c:a aac ${join(folder, "take.mp4")}`.split(
    " ",
  ),
);
if (made.status !== 0) throw new Error(String(made.stderr));
const full = demoLesson("glasshouse");
const shift = applyChanges(full, [
  ...setEdits(full, []),
  changeAt("take/take-1", "video", {
    file: "take.mp4",
    durationMs: SECONDS * 1000,
    widthPx: 1280,
    heightPx: 720,
  }),
]);
if (!shift.ok) throw new Error(shift.findings[0]?.message);
const lesson: Lesson = {
  ...shift.value.lesson,
  takes: shift.value.lesson.takes.map((t) => ({
    ...t,
    // The words a minute earlier, as the take is.
    narration: t.narration && {
      ...t.narration,
      cues: t.narration.cues.map((c) => ({
        ...c,
        startMs: Math.max(0, c.startMs - 60_000),
        endMs: Math.max(1, c.endMs - 60_000),
      })),
    },
    corners:
      t.corners &&
      Object.fromEntries(
        Object.entries(t.corners).map(([k, { xPx, yPx }]) => [k, { xPx: xPx * 1.499, yPx: yPx * 1.5 }]),
      ),
  })) as Lesson["takes"],
};

await build({
  configFile: false,
  logLevel: "error",
  worker: { format: "es" },
  build: {
    outDir: folder,
    emptyOutDir: false,
    target: "es2023",
    rollupOptions: { input: "tests/bench/film-bench.html" },
  },
});
const TYPES: Readonly<Record<string, string>> = {
  ".html": "text/html",
  ".js": "text/javascript",
  ".mp4": "video/mp4",
};
const server = createServer((req, res) => {
  const path = join(folder, new URL(req.url ?? "/", "http://x").pathname);
  const size = statSync(path, { throwIfNoEntry: false })?.size ?? 0;
  const ranges = req.headers.range ? parseRange(size, req.headers.range) : null;
  const range = Array.isArray(ranges) ? ranges[0] : undefined;
  const [start, end] = [range?.start ?? 0, range?.end ?? size - 1];
  res.writeHead(size === 0 ? 404 : range ? 206 : 200, {
    "Content-Type": TYPES[extname(path)] ?? "application/octet-stream",
    "Accept-Ranges": "bytes",
    "Content-Length": Math.max(0, end - start + 1),
    ...(range ? { "Content-Range": `bytes ${start}-${end}/${size}` } : {}),
  });
  if (size > 0) createReadStream(path, { start, end }).pipe(res);
  else res.end();
});
await new Promise<void>((ready) => server.listen(0, "127.0.0.1", ready));
const home = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
const browser = await chromium.launch({
  executablePath: browserPath(),
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});

interface Bench {
  bare(request: unknown): Promise<{ frames: number; ms: number }>;
  film(job: FilmJob): Promise<{ ms: number; answer: MadeFilm }>;
  follow(request: unknown): Promise<{ ms: number; kind: string }>;
}
const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

async function rate(
  page: Page,
  run: (page: Page) => Promise<{ frames: number; ms: number }>,
): Promise<number> {
  const rates: number[] = [];
  for (let i = 0; i < RUNS; i++) {
    const { frames, ms } = await run(page);
    rates.push((frames * 1000) / ms);
  }
  return median(rates);
}

try {
  const page = await browser.newPage();
  await page.goto(`${home}/tests/bench/film-bench.html`);
  await page.waitForFunction(() => "bench" in window);
  const bare = (request: object) =>
    rate(page, (p) => p.evaluate((r) => (window as unknown as { bench: Bench }).bench.bare(r), request));
  const film = (kind: FilmWish["kind"], container: "mp4" | "webm" = "mp4", everyFrame = true) => {
    const order: FilmOrder = {
      wish: { kind, clock: "lesson", size: "recording", rate: "25" },
      container,
      ticks: false,
      everyFrame,
    };
    const job: FilmJob = {
      lesson,
      order,
      recording: `${home}/take.mp4`,
      name: "bench",
      place: null,
    };
    return rate(page, async (p) => {
      const { ms, answer } = await p.evaluate(
        (j) => (window as unknown as { bench: Bench }).bench.film(j),
        job,
      );
      if (answer.kind !== "done") throw new Error(JSON.stringify(answer));
      return { frames: SECONDS * 25, ms };
    });
  };
  const say = (name: string, fps: number, bareFps: number | null, aim: string) =>
    row(
      `  ${name}`,
      `${fps.toFixed(0)} frames/s, ${(fps / 25).toFixed(1)} × real time${bareFps === null ? "" : `, ${(fps / bareFps).toFixed(2)} of the bare ${bareFps.toFixed(0)}`} (aim ${aim})`,
    );

  console.log("Films in the browser, 720 lines, 25 frames a second, medians of three");
  const bareH264 = await bare({ kind: "recode", address: `${home}/take.mp4`, codec: "avc" });
  say("finished video, H.264 with sound", await film("video"), bareH264, "0.8 and 1.5 ×");
  const bareVp9 = await bare({ kind: "recode", address: `${home}/take.mp4`, codec: "vp9" });
  say("finished video, VP9 with sound", await film("video", "webm"), bareVp9, "0.75");
  const bareAlpha = await bare({ kind: "see-through", widthPx: 1280, heightPx: 720, frames: SECONDS * 25 });
  say("overlay, see-through VP9", await film("overlay-webm"), bareAlpha, "0.75");
  say("overlay, see-through VP9, changed frames", await film("overlay-webm", "mp4", false), null, "2 ×");
  say("overlay, QuickTime PNG", await film("overlay-mov"), null, "2 ×");
  say("overlay, single pictures", await film("overlay-png"), null, "2 ×");
  const follow = {
    recording: { address: `${home}/take.mp4`, called: "take.mp4", durationMs: SECONDS * 1000 },
    sheet: lesson.sheet,
  };
  const followed: number[] = [];
  for (let i = 0; i < RUNS; i++) {
    const { ms, kind } = await page.evaluate(
      (r) => (window as unknown as { bench: Bench }).bench.follow(r),
      follow,
    );
    if (kind !== "followed") throw new Error(kind);
    followed.push((SECONDS * 1000) / ms);
  }
  row("  following the sheet", `${median(followed).toFixed(1)} × real time (aim 5 ×)`);
} finally {
  await browser.close();
  server.close();
}
