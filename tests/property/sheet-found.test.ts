import { spawn } from "node:child_process";
import { once } from "node:events";
import { createRequire } from "node:module";
import { join } from "node:path";
import type OpenCv from "@techstark/opencv-js";
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { type CornersPx, findPaperToPicture, type Matrix3, paperToPicture } from "#core/geometry";
import { courseOf, findSheet, type GrayImage, type GuessSheet, type SheetSighting, sheetWatcher } from "#core/still";
import { guessWith } from "../../workers/sheet/guess-sheet.ts";
import { TURNING, TURNING_MOVES, TURNING_SHEET, turningCorners } from "../takes/turning-course.ts";

// Required, never awaited: this build calls itself a promise that resolves to itself, without end.
const cv = createRequire(import.meta.url)("@techstark/opencv-js") as typeof OpenCv;
let guess: GuessSheet;

beforeAll(async () => {
  const ready = cv as unknown as { Mat?: unknown; onRuntimeInitialized?: () => void };
  await new Promise<void>((resolve) => {
    if (ready.Mat) resolve();
    else ready.onRuntimeInitialized = resolve;
  });
  guess = guessWith(cv);
});

/** How far the found sheet lies from the true one at each corner, mm on the paper. */
function offMm(found: CornersPx, truth: CornersPx, sheet: { widthMm: number; heightMm: number }): number[] {
  const m = findPaperToPicture(sheet.widthMm, sheet.heightMm, truth);
  if (!m) throw new Error("the truth goes round no sheet");
  return (["topLeft", "topRight", "bottomRight", "bottomLeft"] as const).map((name) => {
    const { xPx, yPx } = found[name];
    const back = onPaper(m, xPx, yPx);
    const own = onPaper(m, truth[name].xPx, truth[name].yPx);
    return Math.hypot(back[0] - own[0], back[1] - own[1]);
  });
}

/** The inverse of a homography applied to a place, by Cramer's rule. */
function onPaper(m: Matrix3, x: number, y: number): readonly [number, number] {
  const [a, b, c] = [m[0] - x * m[6], m[1] - x * m[7], x * m[8] - m[2]];
  const [d, e, f] = [m[3] - y * m[6], m[4] - y * m[7], y * m[8] - m[5]];
  const det = a * e - b * d;
  return [(c * e - b * f) / det, (a * f - c * d) / det];
}

/** The grey pictures of a recording, at every `step`th frame, as Debian's ffmpeg decodes them. */
async function* greyFrames(file: string, step: number): AsyncGenerator<{ picture: GrayImage; atMs: number }> {
  const { widthPx, heightPx, fps } = TURNING;
  const size = widthPx * heightPx;
  const args = `-loglevel error -i ${file} -vf select=not(mod(n\\,${step})) -fps_mode passthrough -f rawvideo -pix_fmt gray -`;
  const ffmpeg = spawn("ffmpeg", args.split(" "), { stdio: ["ignore", "pipe", "inherit"] });
  let waiting: Buffer[] = [];
  let [have, n] = [0, 0];
  for await (const chunk of ffmpeg.stdout) {
    waiting.push(chunk as Buffer);
    have += (chunk as Buffer).length;
    while (have >= size) {
      const all = Buffer.concat(waiting);
      yield {
        picture: { widthPx, heightPx, luma: new Uint8Array(all.subarray(0, size)) },
        atMs: (n++ * step * 1000) / fps,
      };
      waiting = [all.subarray(size)];
      have -= size;
    }
  }
  if (ffmpeg.exitCode === null) await once(ffmpeg, "close");
}

test("the second take: every turn and the shove are found, none invented, corners within 0.3 mm at the median and 1 mm at worst", async () => {
  const watch = sheetWatcher(guess, TURNING_SHEET);
  const sightings: SheetSighting[] = [];
  for await (const { picture, atMs } of greyFrames(join(import.meta.dirname, "../takes/turning-take.mp4"), 4))
    sightings.push(watch(picture, atMs));
  const course = courseOf(sightings, 0.0025 * TURNING.widthPx, TURNING.durationMs);
  console.log(JSON.stringify(course.moves.map((m) => [m.fromMs, m.toMs])), JSON.stringify(TURNING_MOVES));
  expect(course.moves).toHaveLength(TURNING_MOVES.length);
  const rests = [course.corners, ...course.moves.map((m) => m.corners)];
  const off: number[] = [];
  for (const [i, corners] of rests.entries()) {
    expect(corners).not.toBeNull();
    const atMs = i === 0 ? 0 : (TURNING_MOVES[i - 1]?.toMs ?? 0) + 1000;
    if (corners) off.push(...offMm(corners, turningCorners(atMs), TURNING_SHEET));
  }
  for (const [i, { fromMs, toMs }] of TURNING_MOVES.entries()) {
    const found = course.moves[i];
    // The overlay is gone before the sheet moves and comes back after; a look is 160 ms.
    expect(Math.abs((found?.fromMs ?? 0) - fromMs)).toBeLessThan(700);
    expect(Math.abs((found?.toMs ?? 0) - toMs)).toBeLessThan(700);
  }
  const sorted = off.sort((a, b) => a - b);
  console.log(sorted.map((v) => v.toFixed(2)).join(" "));
  expect(sorted[Math.floor(sorted.length / 2)]).toBeLessThan(0.3);
  expect(sorted[sorted.length - 1]).toBeLessThan(1);
});
