import fc from "fast-check";
import { expect, test } from "vitest";
import {
  areaMm2,
  cutAway,
  inBoth,
  type Region,
  regionContains,
  thicknessMm,
  whereAbove,
} from "#core/ground/geometry";

const mm = fc.integer({ min: 0, max: 2000 }).map((n) => n / 10);
const point = fc.record({ xMm: mm, yMm: mm });

/** A triangle or a four-sided outline that does not cross itself: corners sorted round their middle. */
const outline = fc.array(point, { minLength: 3, maxLength: 6 }).map((points): Region => {
  const x = points.reduce((s, p) => s + p.xMm, 0) / points.length;
  const y = points.reduce((s, p) => s + p.yMm, 0) / points.length;
  return [[...points].sort((a, b) => Math.atan2(a.yMm - y, a.xMm - x) - Math.atan2(b.yMm - y, b.xMm - x))];
});

/** How much area rounding to 0.1 µm can move along the borders of such outlines. */
const ROUNDING_MM2 = 0.2;

test("what is cut away and what is shared add up to the whole", () => {
  fc.assert(
    fc.property(outline, outline, (a, b) => {
      const sum = areaMm2(cutAway(a, [b])) + areaMm2(inBoth(a, b));
      expect(Math.abs(sum - areaMm2(a))).toBeLessThan(ROUNDING_MM2);
    }),
    { numRuns: 500 },
  );
});

test("a point lies in the rest just when it lies in the first and not in the second", () => {
  let [inside, outside] = [0, 0];
  fc.assert(
    fc.property(outline, outline, fc.array(point, { minLength: 20, maxLength: 20 }), (a, b, points) => {
      const rest = cutAway(a, [b]);
      for (const p of points) {
        // Rounding may decide either way within a hair of a border: such points are not asked.
        const around = [-1e-3, 0, 1e-3].flatMap((dx) =>
          [-1e-3, 0, 1e-3].map((dy) => ({ xMm: p.xMm + dx, yMm: p.yMm + dy })),
        );
        const expected = around.map((q) => regionContains(a, q) && !regionContains(b, q));
        if (new Set(expected).size > 1) continue;
        if (expected[0]) inside++;
        else outside++;
        expect(regionContains(rest, p)).toBe(expected[0]);
      }
    }),
    { numRuns: 200 },
  );
  expect(inside).toBeGreaterThan(200);
  expect(outside).toBeGreaterThan(200);
});

test("the clipping library keeps nothing from one cut to the next", () => {
  fc.assert(
    fc.property(outline, outline, outline, (a, b, c) => {
      const first = JSON.stringify([cutAway(a, [b]), inBoth(a, b)]);
      cutAway(c, [a, b]);
      inBoth(c, c);
      expect(JSON.stringify([cutAway(a, [b]), inBoth(a, b)])).toBe(first);
    }),
    { numRuns: 200 },
  );
});

test("the part above a line is where the line's function is positive", () => {
  fc.assert(
    fc.property(
      outline,
      point,
      fc.double({ min: -3, max: 3, noNaN: true }),
      point,
      (region, through, slope, p) => {
        const value = (q: { xMm: number; yMm: number }) =>
          q.yMm - through.yMm - slope * (q.xMm - through.xMm);
        const above = whereAbove(region, -slope, 1, slope * through.xMm - through.yMm);
        if (Math.abs(value(p)) < 1e-6) return;
        const expected = regionContains(region, p) && value(p) > 0;
        const near = [-1e-6, 1e-6].some(
          (d) => regionContains(region, { xMm: p.xMm + d, yMm: p.yMm + d }) !== regionContains(region, p),
        );
        if (!near) expect(regionContains(above, p)).toBe(expected);
      },
    ),
    { numRuns: 1000 },
  );
});

test("a triangle of 3, 4 and 5 is 2.4 thin, whichever corner it is told from (the altitude on its longest side)", () => {
  const corners = [
    { xMm: 0, yMm: 0 },
    { xMm: 4, yMm: 0 },
    { xMm: 0, yMm: 3 },
  ];
  for (const first of [0, 1, 2])
    expect(thicknessMm([...corners.slice(first), ...corners.slice(0, first)])).toBeCloseTo(2.4, 9);
  expect(thicknessMm(corners.slice(0, 2))).toBe(0);
});
