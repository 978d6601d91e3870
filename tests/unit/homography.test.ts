import { createRequire } from "node:module";
import type OpenCv from "@techstark/opencv-js";
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { type CornersPx, findPaperToPicture, paperToPicture } from "#core/ground/geometry";

// Required, never awaited: this build calls itself a promise that resolves to itself, without end.
const cv = createRequire(import.meta.url)("@techstark/opencv-js") as typeof OpenCv;

beforeAll(async () => {
  const ready = cv as unknown as { Mat?: unknown; onRuntimeInitialized?: () => void };
  await new Promise<void>((resolve) => {
    if (ready.Mat) resolve();
    else ready.onRuntimeInitialized = resolve;
  });
});

/** Four corners of a sheet in a picture: a rectangle, each corner pulled its own way, all still convex. */
const anyCorners = fc
  .record({
    x: fc.integer({ min: 50, max: 300 }),
    y: fc.integer({ min: 50, max: 200 }),
    w: fc.integer({ min: 300, max: 900 }),
    h: fc.integer({ min: 250, max: 700 }),
    pull: fc.array(fc.integer({ min: -60, max: 60 }), { minLength: 8, maxLength: 8 }),
  })
  .map(({ x, y, w, h, pull }): CornersPx => {
    const at = (i: number, px: number, py: number) => ({
      xPx: px + (pull[2 * i] ?? 0),
      yPx: py + (pull[2 * i + 1] ?? 0),
    });
    return {
      topLeft: at(0, x, y),
      topRight: at(1, x + w, y),
      bottomRight: at(2, x + w, y + h),
      bottomLeft: at(3, x, y + h),
    };
  });

test("the map from paper to picture agrees with OpenCV's four-point transform", () => {
  fc.assert(
    fc.property(
      anyCorners,
      fc.integer({ min: 100, max: 500 }),
      fc.integer({ min: 100, max: 500 }),
      (corners, widthMm, heightMm) => {
        const ours = findPaperToPicture(widthMm, heightMm, corners);
        expect(ours).not.toBeNull();
        if (!ours) return;
        const ring = [corners.topLeft, corners.topRight, corners.bottomRight, corners.bottomLeft];
        const from = cv.matFromArray(4, 1, cv.CV_32FC2, [0, 0, widthMm, 0, widthMm, heightMm, 0, heightMm]);
        const to = cv.matFromArray(
          4,
          1,
          cv.CV_32FC2,
          ring.flatMap((c) => [c.xPx, c.yPx]),
        );
        const matrix = cv.getPerspectiveTransform(from, to);
        const theirs = Array.from(matrix.data64F as Float64Array);
        for (const m of [from, to, matrix]) m.delete();
        for (const [x, y] of [
          [0, 0],
          [widthMm / 3, heightMm / 4],
          [widthMm, heightMm / 2],
          [widthMm / 2, heightMm],
        ] as const) {
          const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 0] = theirs;
          const w = g * x + h * y + i;
          const p = paperToPicture(ours, { xMm: x, yMm: y });
          expect(Math.hypot(p.xPx - (a * x + b * y + c) / w, p.yPx - (d * x + e * y + f) / w)).toBeLessThan(
            1e-6,
          );
        }
        for (const [k, [x, y]] of (
          [
            [0, 0],
            [widthMm, 0],
            [widthMm, heightMm],
            [0, heightMm],
          ] as const
        ).entries()) {
          const p = paperToPicture(ours, { xMm: x, yMm: y });
          expect(p.xPx).toBeCloseTo(ring[k]?.xPx ?? 0, 8);
          expect(p.yPx).toBeCloseTo(ring[k]?.yPx ?? 0, 8);
        }
      },
    ),
    { numRuns: 300 },
  );
});

test("corners that cross, lie on a line or coincide give no map", () => {
  const square: CornersPx = {
    topLeft: { xPx: 0, yPx: 0 },
    topRight: { xPx: 100, yPx: 0 },
    bottomRight: { xPx: 100, yPx: 100 },
    bottomLeft: { xPx: 0, yPx: 100 },
  };
  expect(findPaperToPicture(10, 10, square)).not.toBeNull();
  expect(
    findPaperToPicture(10, 10, { ...square, topLeft: square.topRight, topRight: square.topLeft }),
  ).toBeNull();
  expect(findPaperToPicture(10, 10, { ...square, bottomRight: { xPx: 50, yPx: 50 } })).toBeNull();
  expect(findPaperToPicture(10, 10, { ...square, bottomRight: square.topRight })).toBeNull();
});
