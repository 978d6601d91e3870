// Makes the second simulated take, for tests only: a sheet that is turned twice by a quarter and shoved once, an arm in the
// way, a flash and a tone every ten seconds. Needs Debian's ffmpeg. Run: npx tsx tests/takes/make-turning-take.ts
import { spawn } from "node:child_process";
import { once } from "node:events";
import { readFileSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Resvg } from "@resvg/resvg-js";
import { parseLessonText } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { frameAt, type Mark, PAPER_PALETTE, toPicture, toSvg } from "#core/showing/display";
import { withHandWobble } from "../../demo/take/hand-wobble.ts";
import { SAMPLES_PER_SECOND, writeWav } from "../../demo/take/speech.ts";
import { armAt, FLASH_MS, FLASHES_MS, TURNING, TURNING_SHEET, turningPaperToPx } from "./turning-course.ts";

const OUT = join(import.meta.dirname, "turning-take.mp4");
const { widthPx, heightPx, fps, durationMs } = TURNING;

const read = parseLessonText(
  readFileSync(join(import.meta.dirname, "../../demo/lessons/ticket-kiosk.json"), "utf8"),
);
if (!read.ok) throw new Error(read.findings[0]?.message);
const lesson = read.value;
if (lesson.sheet.widthMm !== TURNING_SHEET.widthMm || lesson.sheet.heightMm !== TURNING_SHEET.heightMm)
  throw new Error("the take is filmed of another sheet than the lesson's");
const video = { file: "turning-take.mp4", durationMs, widthPx, heightPx };
const take = { id: "take-1", label: "Turning", video, narration: null, corners: null, anchors: {} };
const computed = computeLesson({ ...lesson, takes: [take], currentTake: "take-1" });

const sound = new Int16Array((durationMs / 1000) * SAMPLES_PER_SECOND);
for (const at of FLASHES_MS)
  for (let i = 0; i < (FLASH_MS / 1000) * SAMPLES_PER_SECOND; i++)
    sound[Math.round((at / 1000) * SAMPLES_PER_SECOND) + i] =
      12_000 * Math.sin((2 * Math.PI * 1000 * i) / SAMPLES_PER_SECOND);
const voice = join(tmpdir(), `turning-${process.pid}.wav`);
writeWav(voice, sound);

const encoder = spawn(
  "ffmpeg",
  `-y -loglevel error -f rawvideo -pix_fmt rgba -s ${widthPx}x${heightPx} -r ${fps} -i - -i ${voice} -c:v libx264 -preset slow -crf 29 -g 50 -pix_fmt yuv420p -c:a aac -b:a 40k -ac 1 -movflags +faststart -map_metadata -1 -fflags +bitexact ${OUT}`.split(
    " ",
  ),
  { stdio: ["pipe", "inherit", "inherit"] },
);
const pencil = { ...PAPER_PALETTE, new: "#45474c", guide: "#8d9096", graphite: "#3b3d42", sheet: "#f3efe4" };
for (let n = 0; n < (durationMs / 1000) * fps; n++) {
  const atMs = (n * 1000) / fps;
  const paper = frameAt(computed, atMs, { medium: "overlay", tools: false, withSheet: true }).drawing;
  const { marks } = toPicture(withHandWobble(paper), turningPaperToPx(atMs), widthPx, heightPx);
  const flash = FLASHES_MS.some((at) => at <= atMs && atMs < at + FLASH_MS);
  const arm = armAt(atMs);
  const area = (
    id: string,
    points: readonly (readonly [number, number])[],
    fill: "tone-3" | "sheet" | "going",
  ): Mark => ({
    kind: "path",
    id,
    points: points.map(([x, y]) => ({ x, y })),
    closed: true,
    ink: null,
    fill,
  });
  const all: readonly (readonly [number, number])[] = [
    [0, 0],
    [widthPx, 0],
    [widthPx, heightPx],
    [0, heightPx],
  ];
  const drawing = {
    ...paper,
    unit: "px",
    box: { x: 0, y: 0, width: widthPx, height: heightPx },
    marks: [
      area("table", all, "tone-3"),
      ...marks,
      ...(arm ? [area("arm", arm, "going")] : []),
      ...(flash ? [area("flash", all, "sheet")] : []),
    ],
  } as const;
  const svg = toSvg(drawing, {
    ...pencil,
    "tone-3": "#8f8a80",
    going: "#b98a6c",
    ...(flash ? { sheet: "#ffffff" } : {}),
  });
  const sized = svg.replace(/width="[^"]*" height="[^"]*"/, `width="${widthPx}" height="${heightPx}"`);
  const { pixels } = new Resvg(sized, { font: { loadSystemFonts: false } }).render();
  if (!encoder.stdin.write(pixels)) await once(encoder.stdin, "drain");
}
encoder.stdin.end();
await once(encoder, "close");
rmSync(voice);
console.log(`turning-take.mp4: ${(statSync(OUT).size / 1024 ** 2).toFixed(2)} MB`);
