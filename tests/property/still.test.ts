import { createRequire } from "node:module";
import type OpenCv from "@techstark/opencv-js";
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { fitObject, fitView } from "#core/document/proposals";
import { type PaperPoint, pointOn } from "#core/ground/geometry";
import { findDrawnLine, grayOf, measureMisfits, type StraightStill, straighten } from "#core/sight/still";
import { lesson, put, views } from "../unit/put-down.ts";

// Required, never awaited: this build calls itself a promise that resolves to itself, without end.
const cv = createRequire(import.meta.url)("@techstark/opencv-js") as typeof OpenCv;

beforeAll(async () => {
  const ready = cv as unknown as { Mat?: unknown; onRuntimeInitialized?: () => void };
  await new Promise<void>((resolve) => {
    if (ready.Mat) resolve();
    else ready.onRuntimeInitialized = resolve;
  });
});

const PX_PER_MM = 4;

/** A sheet with lines drawn on it by OpenCV, half a millimetre wide, on paper that is not evenly lit. */
function photographed(
  widthMm: number,
  heightMm: number,
  lines: readonly { from: PaperPoint; to: PaperPoint }[],
): StraightStill {
  const [w, h] = [Math.round(widthMm * PX_PER_MM), Math.round(heightMm * PX_PER_MM)];
  const mat = new cv.Mat(h, w, cv.CV_8UC1, new cv.Scalar(215));
  const shift = 6;
  const at = (p: PaperPoint) =>
    new cv.Point(
      Math.round((p.xMm * PX_PER_MM - 0.5) * 2 ** shift),
      Math.round((p.yMm * PX_PER_MM - 0.5) * 2 ** shift),
    );
  for (const { from, to } of lines) cv.line(mat, at(from), at(to), new cv.Scalar(90), 2, cv.LINE_AA, shift);
  const drawn = new Uint8Array(mat.data);
  mat.delete();
  const luma = new Uint8Array(drawn.length);
  // A lamp on the left: the right side is darker by a fifth.
  for (let i = 0; i < luma.length; i++) luma[i] = (drawn[i] ?? 0) * (1 - (0.2 * (i % w)) / w);
  return { widthPx: w, heightPx: h, luma, pxPerMm: PX_PER_MM };
}

test("a line drawn off its place is found where it is, within 0.15 mm, whatever crosses it", () => {
  const place = fc.record({ xMm: fc.integer({ min: 30, max: 170 }), yMm: fc.integer({ min: 30, max: 110 }) });
  const off = fc.integer({ min: -45, max: 45 }).map((n) => n / 10);
  fc.assert(
    fc.property(place, place, off, off, place, place, (a, b, offA, offB, c, d) => {
      const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
      fc.pre(length > 40);
      // What crosses must cross, and not run along the line as a second candidate.
      const turn = Math.abs(
        ((b.xMm - a.xMm) * (d.yMm - c.yMm) - (b.yMm - a.yMm) * (d.xMm - c.xMm)) /
          (length * Math.hypot(d.xMm - c.xMm, d.yMm - c.yMm)),
      );
      fc.pre(turn > 0.4);
      const n = { x: (b.yMm - a.yMm) / length, y: -(b.xMm - a.xMm) / length };
      const moved = (p: PaperPoint, by: number) => ({ xMm: p.xMm + n.x * by, yMm: p.yMm + n.y * by });
      const drawn = { from: moved(a, offA), to: moved(b, offB) };
      const found = findDrawnLine(photographed(200, 140, [drawn, { from: c, to: d }]), a, b, 6);
      expect(found).not.toBeNull();
      expect(Math.abs((found?.offFromMm ?? 99) - offA)).toBeLessThan(0.15);
      expect(Math.abs((found?.offToMm ?? 99) - offB)).toBeLessThan(0.15);
    }),
    { numRuns: 60 },
  );
});

test("nothing is found on bare paper", () => {
  expect(
    findDrawnLine(photographed(200, 140, []), { xMm: 40, yMm: 40 }, { xMm: 150, yMm: 90 }, 6),
  ).toBeNull();
});

test("colours become the greys OpenCV makes of them", () => {
  const [w, h] = [64, 48];
  const rgba = new Uint8ClampedArray(w * h * 4);
  for (let i = 0; i < w * h; i++)
    rgba.set([(i * 7) % 256, (i * 13 + 40) % 256, (i * 29 + 90) % 256, 255], 4 * i);
  const grey = grayOf(rgba, w, h);
  const mat = cv.matFromArray(h, w, cv.CV_8UC4, Array.from(rgba));
  const expected = new cv.Mat();
  cv.cvtColor(mat, expected, cv.COLOR_RGBA2GRAY);
  for (let i = 0; i < w * h; i++)
    expect(Math.abs((grey.luma[i] ?? 0) - (expected.data[i] ?? 0)), `pixel ${i}`).toBeLessThanOrEqual(1);
  mat.delete();
  expected.delete();
});

test("a picture is laid flat as OpenCV's warpPerspective lays it", () => {
  const [w, h] = [320, 240];
  const rgba = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const v = 128 + 60 * Math.sin(x / 17) + 50 * Math.cos(y / 11);
      rgba.set([v, v, v, 255], 4 * (y * w + x));
    }
  const corner = (xPx: number, yPx: number) => ({ xPx, yPx });
  const corners = {
    topLeft: corner(41, 32),
    topRight: corner(290, 20),
    bottomRight: corner(300, 221),
    bottomLeft: corner(25, 205),
  };
  const still = straighten(grayOf(rgba, w, h), corners, { widthMm: 100, heightMm: 80 }, 3);
  expect(still).not.toBeNull();
  const source = cv.matFromArray(h, w, cv.CV_8UC1, Array.from(grayOf(rgba, w, h).luma));
  const quad = (points: number[]) => cv.matFromArray(4, 1, cv.CV_32FC2, points);
  // OpenCV counts from pixel centres, the paper from pixel corners.
  const from = quad(Object.values(corners).flatMap((p) => [p.xPx - 0.5, p.yPx - 0.5]));
  const to = quad([-0.5, -0.5, 299.5, -0.5, 299.5, 239.5, -0.5, 239.5]);
  const flat = new cv.Mat();
  cv.warpPerspective(
    source,
    flat,
    cv.getPerspectiveTransform(from, to),
    new cv.Size(300, 240),
    cv.INTER_LINEAR,
  );
  let worst = 0;
  for (let i = 0; i < flat.data.length; i++)
    worst = Math.max(worst, Math.abs((flat.data[i] ?? 0) - (still?.luma[i] ?? 0)));
  // OpenCV interpolates in thirty-seconds of a pixel.
  expect(worst).toBeLessThanOrEqual(3);
});

/** The finished lines of a lesson as a hand has drawn them. */
function stillOf(computed: ComputedLesson): StraightStill {
  const lines = computed.paper.strokes.flatMap((s) =>
    s.trace.kind === "straight"
      ? s.pieces
          .filter((p) => p.diesAt === null)
          .map((p) => ({ from: pointOn(s.trace, p.from), to: pointOn(s.trace, p.to) }))
      : [],
  );
  return photographed(computed.sheet.widthMm, computed.sheet.heightMm, lines);
}

test("a box that was drawn by eye is taken over from the still: every line within half a millimetre", () => {
  const shift = fc.integer({ min: -25, max: 25 }).map((n) => n / 10);
  fc.assert(
    fc.property(fc.constantFrom(views.one, views.two), shift, shift, shift, (view, dx, dy, dh) => {
      const planned = put(lesson(view, []), "box", [70, 110], [120, 165]);
      const box = planned.objects[0] as Lesson["objects"][number] & {
        handles: { fromLeftMm: number; fromBottomMm: number; height: { mm: number } };
      };
      const moved = {
        ...box,
        handles: {
          ...box.handles,
          fromLeftMm: box.handles.fromLeftMm + dx,
          fromBottomMm: box.handles.fromBottomMm + dy,
          height: { mm: box.handles.height.mm + dh },
        },
      };
      const still = stillOf(computeLesson({ ...planned, objects: [moved] as Lesson["objects"] }));
      const computed = computeLesson(planned);
      const misfits = measureMisfits(still, computed.paper, new Set(["box-1"]));
      expect(misfits.length).toBeGreaterThan(4);
      const fitted = fitObject(planned, "box-1", misfits);
      if (!fitted) return expect(misfits[0]?.offMm ?? 0).toBeLessThan(0.5);
      expect(fitted.afterMm).toBeLessThan(0.5);
      const value = (field: string) => fitted.changes.find((c) => c.field === field)?.value as number;
      expect(Math.abs(value("handles.fromLeftMm") - moved.handles.fromLeftMm)).toBeLessThan(0.5);
      expect(Math.abs(value("handles.height.mm") - moved.handles.height.mm)).toBeLessThan(0.5);
    }),
    { numRuns: 12 },
  );
});

test("horizon and points are taken over from lines that run to points set a little otherwise", () => {
  const planned = put(lesson(views.two, []), "box", [100, 120], [160, 170]);
  const other = {
    ...planned,
    view: {
      ...views.two,
      horizonFromTopMm: 61.5,
      frames: [
        {
          id: "main",
          kind: "two-point" as const,
          leftVanishingPoint: { fromLeftMm: -54 },
          rightVanishingPoint: { fromLeftMm: 345 },
        },
      ],
    },
  };
  const misfits = measureMisfits(stillOf(computeLesson(other)), computeLesson(planned).paper);
  const fitted = fitView(planned, misfits);
  expect(fitted?.beforeMm).toBeGreaterThan(1);
  expect(fitted?.afterMm).toBeLessThan(0.6);
  expect(fitted?.changes.find((c) => c.field === "horizonFromTopMm")?.value).toBeCloseTo(61.5, 0);
});
