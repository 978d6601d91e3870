import { spawn } from "node:child_process";
import { join } from "node:path";
import { Resvg } from "@resvg/resvg-js";
import fc from "fast-check";
import { expect, test } from "vitest";
import { type CornersPx, findPaperToPicture, type Matrix3 } from "#core/ground/geometry";
import {
  courseOf,
  findSheet,
  findSides,
  type GrayImage,
  type SheetSighting,
  sheetWatcher,
  tonesOf,
} from "#core/sight/still";
import { guessSheet } from "../../workers/sheet/guess-sheet.ts";
import { TURNING, TURNING_MOVES, TURNING_SHEET, turningCorners } from "../takes/turning-course.ts";

const NAMES = ["topLeft", "topRight", "bottomRight", "bottomLeft"] as const;
const A4 = TURNING_SHEET;

/** How far the found sheet lies from the true one at each corner, mm on the paper. */
function offMm(found: CornersPx, truth: CornersPx): number[] {
  const m = findPaperToPicture(A4.widthMm, A4.heightMm, truth);
  if (!m) throw new Error("the truth goes round no sheet");
  return NAMES.map((name) => {
    const [x, y] = onPaper(m, found[name].xPx, found[name].yPx);
    const [u, v] = onPaper(m, truth[name].xPx, truth[name].yPx);
    return Math.hypot(x - u, y - v);
  });
}

/** The inverse of a homography applied to a place, by Cramer's rule. */
function onPaper(m: Matrix3, x: number, y: number): readonly [number, number] {
  const [a, b, c] = [m[0] - x * m[6], m[1] - x * m[7], x * m[8] - m[2]];
  const [d, e, f] = [m[3] - y * m[6], m[4] - y * m[7], y * m[8] - m[5]];
  const det = a * e - b * d;
  return [(c * e - b * f) / det, (a * f - c * d) / det];
}

const at = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** The grey pictures of a recording, at every `step`th frame, as Debian's ffmpeg decodes them. */
async function* greyFrames(file: string, step: number): AsyncGenerator<{ picture: GrayImage; atMs: number }> {
  const { widthPx, heightPx, fps } = TURNING;
  const size = widthPx * heightPx;
  const args = `-loglevel error -i ${file} -vf select=not(mod(n\\,${step})) -fps_mode passthrough -f rawvideo -pix_fmt gray -`;
  const ffmpeg = spawn("ffmpeg", args.split(" "), { stdio: ["ignore", "pipe", "inherit"] });
  let waiting = Buffer.alloc(0);
  let n = 0;
  for await (const chunk of ffmpeg.stdout) {
    waiting = Buffer.concat([waiting, chunk as Buffer]);
    for (; waiting.length >= size; waiting = waiting.subarray(size))
      yield {
        picture: { widthPx, heightPx, luma: new Uint8Array(waiting.subarray(0, size)) },
        atMs: (n++ * step * 1000) / fps,
      };
  }
}

test("the second take: both turns and the shove are found, none invented, corners within 0.3 mm at the median, 1 mm at worst", async () => {
  const watch = sheetWatcher(guessSheet, A4);
  const sightings: SheetSighting[] = [];
  for await (const { picture, atMs } of greyFrames(join(import.meta.dirname, "../takes/turning-take.mp4"), 4))
    sightings.push(watch(picture, atMs));
  const course = courseOf(sightings, 0.0025 * TURNING.widthPx, TURNING.durationMs);
  expect(course.moves).toHaveLength(TURNING_MOVES.length);
  const off = [course.corners, ...course.moves.map((m) => m.corners)].flatMap((corners, i) => {
    const when = i === 0 ? 0 : (TURNING_MOVES[i - 1]?.toMs ?? 0) + 1000;
    return corners ? offMm(corners, turningCorners(when)) : [99];
  });
  for (const [i, { fromMs, toMs }] of TURNING_MOVES.entries()) {
    const found = course.moves[i];
    // Two looks: before the first of them it lay still, after the second it does.
    expect(Math.abs((found?.fromMs ?? 0) - fromMs)).toBeLessThanOrEqual(320);
    expect(Math.abs((found?.toMs ?? 0) - toMs)).toBeLessThanOrEqual(320);
  }
  off.sort((a, b) => a - b);
  expect(at(off, 0.5)).toBeLessThan(0.3);
  expect(off[off.length - 1]).toBeLessThan(1);
});

/** A sheet under a camera that looks down askew: its corners in a picture of 960 × 540, and how light paper and table are. */
const anySheet = fc.record({
  turned: fc.integer({ min: -40, max: 40 }),
  x: fc.integer({ min: 430, max: 530 }),
  y: fc.integer({ min: 250, max: 290 }),
  pxPerMm: fc.integer({ min: 125, max: 165 }).map((n) => n / 100),
  pulls: fc.array(fc.integer({ min: -14, max: 14 }), { minLength: 8, maxLength: 8 }),
  paper: fc.integer({ min: 205, max: 240 }),
  table: fc.integer({ min: 40, max: 175 }),
  seed: fc.integer({ min: 1, max: 1_000_000 }),
});
type AnySheet = typeof anySheet extends fc.Arbitrary<infer T> ? T : never;

function cornersOf({ turned, x, y, pxPerMm, pulls }: AnySheet): CornersPx {
  const angle = ((turned > 20 ? turned - 20 : turned < -20 ? turned + 20 : turned) * Math.PI) / 180;
  const ring = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u = 0, v = 0], i) => {
    const [w, h] = [(u * A4.widthMm * pxPerMm) / 2, (v * A4.heightMm * pxPerMm) / 2];
    return {
      xPx: x + w * Math.cos(angle) - h * Math.sin(angle) + (pulls[2 * i] ?? 0),
      yPx: y + w * Math.sin(angle) + h * Math.cos(angle) + (pulls[2 * i + 1] ?? 0),
    };
  });
  const [topLeft, topRight, bottomRight, bottomLeft] = ring as [
    CornersPx["topLeft"],
    CornersPx["topLeft"],
    CornersPx["topLeft"],
    CornersPx["topLeft"],
  ];
  return { topLeft, topRight, bottomRight, bottomLeft };
}

/** The sheet as resvg draws it, with lines on it, a lamp at the left, the grain of a phone's picture and, if asked, a hand over a corner. */
function photographed(any: AnySheet, corners: CornersPx, hand: keyof CornersPx | null): GrayImage {
  const [w, h] = [960, 540];
  const grey = (v: number) => `rgb(${v},${v},${v})`;
  const fill = (points: readonly (readonly [number, number])[], tone: number) =>
    `<polygon points="${points.map((p) => p.join(",")).join(" ")}" fill="${grey(tone)}"/>`;
  const mid = (a: keyof CornersPx, b: keyof CornersPx, s: number) =>
    [
      corners[a].xPx + (corners[b].xPx - corners[a].xPx) * s,
      corners[a].yPx + (corners[b].yPx - corners[a].yPx) * s,
    ].join(" ");
  const line = (from: string, to: string, tone: number) =>
    `<path d="M${from}L${to}" stroke="${grey(tone)}" stroke-width="1.6"/>`;
  const at = hand && corners[hand];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="${w}" height="${h}" fill="${grey(any.table)}"/>${fill(
    NAMES.map((n) => [corners[n].xPx, corners[n].yPx]),
    any.paper,
  )}${line(mid("topLeft", "bottomLeft", 0.4), mid("topRight", "bottomRight", 0.4), 90)}${line(mid("topLeft", "bottomRight", 0.1), mid("topLeft", "bottomRight", 0.8), 110)}${
    at
      ? fill(
          [
            [at.xPx - 60, at.yPx - 35],
            [at.xPx + 40, at.yPx - 50],
            [at.xPx + 90, at.yPx + 70],
            [at.xPx - 40, at.yPx + 90],
          ],
          any.paper - 70,
        )
      : ""
  }</svg>`;
  const { pixels } = new Resvg(svg, { font: { loadSystemFonts: false } }).render();
  const luma = new Uint8Array(w * h);
  let state = any.seed;
  for (let i = 0; i < luma.length; i++) {
    state = (state * 1103515245 + 12345) & 0x7fffffff;
    const lit = (pixels[4 * i] ?? 0) * (1 - (0.12 * (i % w)) / w);
    luma[i] = Math.max(0, Math.min(255, lit + ((state >> 16) % 7) - 3));
  }
  return { widthPx: w, heightPx: h, luma };
}

test("a sheet is found in a still, askew, with lines on it and a hand over a corner: within 0.3 mm at the median, 1 mm at worst", () => {
  const off: number[] = [];
  const hands = fc.constantFrom<(keyof CornersPx | null)[]>(
    null,
    null,
    "topLeft",
    "bottomRight",
    "bottomLeft",
  );
  fc.assert(
    fc.property(anySheet, hands, (any, hand) => {
      const corners = cornersOf(any);
      const found = findSheet(photographed(any, corners, hand), guessSheet, A4);
      expect(found, JSON.stringify({ any, hand })).not.toBeNull();
      if (found) off.push(...offMm(found, corners));
    }),
    { numRuns: 60 },
  );
  off.sort((a, b) => a - b);
  expect(at(off, 0.5)).toBeLessThan(0.3);
  expect(at(off, 1)).toBeLessThan(1);
});

test("corners clicked a few pixels off are drawn to the sheet's own sides, on a table nearly as pale as the paper too", () => {
  const off: number[] = [];
  const slip = fc.array(fc.integer({ min: -3, max: 3 }), { minLength: 8, maxLength: 8 });
  fc.assert(
    fc.property(anySheet, slip, (any, slips) => {
      const pale = { ...any, table: any.paper - 14 };
      const corners = cornersOf(pale);
      const clicked = Object.fromEntries(
        NAMES.map((n, i) => [
          n,
          { xPx: corners[n].xPx + (slips[2 * i] ?? 0), yPx: corners[n].yPx + (slips[2 * i + 1] ?? 0) },
        ]),
      ) as unknown as CornersPx;
      const found = findSides(photographed(pale, corners, null), clicked, 12);
      expect(found, JSON.stringify({ any, slips })).not.toBeNull();
      if (found) off.push(...offMm(found.corners, corners));
    }),
    { numRuns: 40 },
  );
  off.sort((a, b) => a - b);
  expect(at(off, 0.5)).toBeLessThan(0.3);
  expect(at(off, 1)).toBeLessThan(1);
});

test("where a hand places each corner of a sheet that fills a picture of 1080 lines within a pixel, the overlay lies within 0.3 mm at the median", () => {
  const off: number[] = [];
  const turn = fc.array(fc.double({ min: 0, max: 6.28, noNaN: true }), { minLength: 4, maxLength: 4 });
  fc.assert(
    fc.property(anySheet, turn, (any, turns) => {
      const truth = cornersOf({ ...any, pxPerMm: 3.8 });
      const clicked = Object.fromEntries(
        NAMES.map((n, i) => [
          n,
          { xPx: truth[n].xPx + Math.cos(turns[i] ?? 0), yPx: truth[n].yPx + Math.sin(turns[i] ?? 0) },
        ]),
      ) as unknown as CornersPx;
      const [m, t] = [clicked, truth].map((c) => findPaperToPicture(A4.widthMm, A4.heightMm, c));
      for (const u of [0.1, 0.3, 0.5, 0.7, 0.9])
        for (const v of [0.1, 0.5, 0.9]) {
          const [x, y] = [A4.widthMm * u, A4.heightMm * v];
          const shown =
            m &&
            [m[0] * x + m[1] * y + m[2], m[3] * x + m[4] * y + m[5]].map(
              (p) => p / (m[6] * x + m[7] * y + 1),
            );
          const back = t && shown ? onPaper(t, shown[0] ?? 0, shown[1] ?? 0) : [99, 99];
          off.push(Math.hypot((back[0] ?? 99) - x, (back[1] ?? 99) - y));
        }
    }),
    { numRuns: 100 },
  );
  off.sort((a, b) => a - b);
  expect(at(off, 0.5)).toBeLessThan(0.3);
});

test("no sheet is found where there is none, and paper and table have the tones they have", () => {
  const bare: GrayImage = { widthPx: 960, heightPx: 540, luma: new Uint8Array(960 * 540).fill(120) };
  expect(findSheet(bare, guessSheet, A4)).toBeNull();
  const [w, h] = [64, 48];
  const rgba = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const onSheet = x >= 10 && x < 54 && y >= 8 && y < 40;
      rgba.set(
        onSheet ? (y === 20 ? [60, 60, 60, 255] : [240, 235, 220, 255]) : [90, 100, 110, 255],
        4 * (y * w + x),
      );
    }
  const corner = (xPx: number, yPx: number) => ({ xPx, yPx });
  const corners = {
    topLeft: corner(10, 8),
    topRight: corner(54, 8),
    bottomRight: corner(54, 40),
    bottomLeft: corner(10, 40),
  };
  expect(tonesOf(rgba, w, h, corners)).toEqual({ paper: "#f0ebdc", table: "#5a646e" });
});

test("a side covered for long is no movement; a sheet taken away and one laid down late are", () => {
  const here = cornersOf({
    turned: 3,
    x: 480,
    y: 270,
    pxPerMm: 1.5,
    pulls: [],
    paper: 230,
    table: 90,
    seed: 1,
  });
  const arm = {
    ...here,
    bottomLeft: { ...here.bottomLeft, yPx: here.bottomLeft.yPx - 40 },
    bottomRight: { ...here.bottomRight, yPx: here.bottomRight.yPx - 40 },
  };
  const there = Object.fromEntries(
    NAMES.map((n) => [n, { xPx: here[n].xPx + 9, yPx: here[n].yPx + 4 }]),
  ) as unknown as CornersPx;
  const looks = (fromMs: number, toMs: number, corners: CornersPx | null): SheetSighting[] =>
    Array.from({ length: Math.ceil((toMs - fromMs) / 160) }, (_, i) => ({ atMs: fromMs + i * 160, corners }));
  const course = courseOf(
    [
      ...looks(0, 4000, null),
      ...looks(4000, 9000, here),
      ...looks(9000, 12_000, arm),
      ...looks(12_000, 15_000, here),
      ...looks(15_000, 21_000, there),
    ],
    2.4,
    30_000,
  );
  expect(course.corners).toBeNull();
  expect(course.moves.map((m) => m.corners && Math.round(m.corners.topLeft.xPx - here.topLeft.xPx))).toEqual([
    0,
    9,
    null,
  ]);
  expect(course.moves[0]?.toMs).toBe(4000);
});
