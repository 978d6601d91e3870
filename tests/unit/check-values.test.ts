import { describe, expect, test } from "vitest";
import { coneRadiusMm } from "#core/document/judgements";
import {
  findVanishingPoint,
  paperToWorld,
  planView,
  requireFrame,
  STANDARD_SHEETS,
  type Vec3,
  worldToPaper,
} from "#core/drawing/view";
import { formatLength } from "#core/ground/base";
import { findPaperPoint } from "#core/ground/geometry";
import { MM_PER_INCH } from "#core/ground/lexicon";

// A two-point view with VPs 40 cm apart, the principal point midway and the eye 20 cm away, in mm on paper.
// The horizon lies at y = 0 of the values, which is 300 mm down this sheet, and p at 200 mm across.
const view = planView(
  {
    horizonFromTopMm: 300,
    viewingDistanceMm: null,
    frames: [
      {
        id: "main",
        kind: "two-point",
        leftVanishingPoint: { fromLeftMm: 0 },
        rightVanishingPoint: { fromLeftMm: 400 },
      },
    ],
  },
  { widthMm: 400, heightMm: 600, unit: "mm", smallestFraction: 8 },
);
const frame = requireFrame(view, "main");

describe("two-point view against an independent projection with the three.js perspective camera", () => {
  const along = (p: Vec3, dir: Vec3, mm: number): Vec3 => [
    p[0] + dir[0] * mm,
    p[1] + dir[1] * mm,
    p[2] + dir[2] * mm,
  ];
  const bottom = paperToWorld(view.camera, { xMm: 200, yMm: 340 }, 200);
  const top = paperToWorld(view.camera, { xMm: 200, yMm: 280 }, 200);
  const left = frame.axes.depth;
  const right = frame.axes.width;
  // Expected in cm from p, y down.
  test.each([
    ["bottom left", along(bottom, left, 50), -3.0044220964, 3.3991155807],
    ["top left", along(top, left, 50), -3.0044220964, -1.6995577903],
    ["bottom right", along(bottom, right, 80), 4.4096241842, 3.1180751632],
    ["top right", along(top, right, 80), 4.4096241842, -1.5590375816],
    ["back bottom", along(along(bottom, left, 50), right, 80), 1.453337995, 2.7404404043],
    ["back top", along(along(top, left, 50), right, 80), 1.453337995, -1.3702202022],
  ])("%s corner", (_name, at, xCm, yCm) => {
    const p = findPaperPoint(worldToPaper(view.camera, at));
    expect(((p?.xMm ?? 0) - 200) / 10).toBeCloseTo(xCm, 9);
    expect(((p?.yMm ?? 0) - 300) / 10).toBeCloseTo(yCm, 9);
  });
});

test("the VPs of level directions at right angles: (vL − p)·(vR − p) = −d² (Hartley & Zisserman, ch. 8, from memory)", () => {
  const [l, r] = [findVanishingPoint(view, frame, "depth"), findVanishingPoint(view, frame, "width")];
  const { principal: p, distanceMm: d } = view.camera;
  expect(((l?.xMm ?? 0) - p.xMm) * ((r?.xMm ?? 0) - p.xMm)).toBeCloseTo(-d * d, 6);
  expect(frame.axes.width[0] * frame.axes.depth[0] + frame.axes.width[2] * frame.axes.depth[2]).toBeCloseTo(
    0,
    12,
  );
});

test("equally spaced points keep the cross-ratio 4/3 in the picture (Coxeter, Projective Geometry, from memory)", () => {
  const foot = paperToWorld(view.camera, { xMm: 180, yMm: 350 }, 210);
  const xs = [0, 1, 2, 3].map((n) => {
    const dir = frame.axes.width;
    return (
      findPaperPoint(
        worldToPaper(view.camera, [foot[0] + dir[0] * 70 * n, foot[1], foot[2] + dir[2] * 70 * n]),
      )?.xMm ?? 0
    );
  });
  const [a = 0, b = 0, c = 0, d = 0] = xs;
  expect(((c - a) * (d - b)) / ((c - b) * (d - a))).toBeCloseTo(4 / 3, 10);
});

test("posts at equal true spacing, 100 and 80 from the VP, stand at 66.667, 57.143, 50, 44.444", () => {
  // u0/(1 + n(u0/u1 − 1)); the cross-ratio is kept by projection (Coxeter, from memory).
  const vp = findVanishingPoint(view, frame, "width")?.xMm ?? 0;
  const dir = frame.axes.width;
  const first = paperToWorld(view.camera, { xMm: vp - 100, yMm: 320 }, 150);
  // The spacing that puts the second post 80 from the VP: depth grows by 100/80.
  const spacing = (first[2] * (100 / 80 - 1)) / dir[2];
  const distances = [2, 3, 4, 5].map(
    (n) =>
      vp -
      (findPaperPoint(
        worldToPaper(view.camera, [
          first[0] + dir[0] * spacing * n,
          first[1],
          first[2] + dir[2] * spacing * n,
        ]),
      )?.xMm ?? 0),
  );
  for (const [i, expected] of [66.667, 57.143, 50, 44.444].entries())
    expect(distances[i]).toBeCloseTo(expected, 3);
});

test("the n-th transversal of a pavement lies h·d/(d + n·s) below the horizon (Alberti, De pictura, book I, 1435, from memory)", () => {
  const onePoint = planView(
    {
      horizonFromTopMm: 80,
      viewingDistanceMm: 300,
      frames: [{ id: "main", kind: "one-point", vanishingPoint: { fromLeftMm: 140 } }],
    },
    { widthMm: 280, heightMm: 200, unit: "mm", smallestFraction: 8 },
  );
  const [h, d, s] = [120, 300, 40];
  for (const n of [0, 1, 2, 7]) {
    const p = findPaperPoint(worldToPaper(onePoint.camera, [30, h, d + n * s]));
    expect((p?.yMm ?? 0) - 80).toBeCloseTo((h * d) / (d + n * s), 9);
  }
});

test("the 60° cone has the radius 0.5773502692·d (tan 30°)", () => {
  expect(coneRadiusMm(1)).toBeCloseTo(0.5773502692, 9);
});

test("half of a 9 in sheet is 4 1/2 in, and the sheets have their standard sizes", () => {
  expect(formatLength((9 * MM_PER_INCH) / 2, { unit: "in", smallestFraction: 16 })).toBe(
    "4\u00a01⁄2\u00a0in",
  );
  // ISO 216; ANSI/ASME Y14.1 (from memory).
  const size = (name: string) =>
    STANDARD_SHEETS.filter((s) => s.name.startsWith(name)).map((s) => [s.widthMm, s.heightMm]);
  expect(size("A4")).toEqual([
    [297, 210],
    [210, 297],
  ]);
  expect(size("A3")).toEqual([
    [420, 297],
    [297, 420],
  ]);
  expect(size("Letter")).toEqual([
    [279.4, 215.9],
    [215.9, 279.4],
  ]);
});
