import fc from "fast-check";
import { expect, test } from "vitest";
import { type SnapTargets, snapTo } from "#core/document/handles";
import { drawLesson, sightAids } from "#core/document/pipeline";
import { lesson, views } from "../unit/put-down.ts";

const mm = fc.integer({ min: -40, max: 340 }).map((n) => n / 2);
const place = fc.record({ xMm: mm, yMm: mm });
const near = (a: { xMm: number; yMm: number }, b: { xMm: number; yMm: number }) =>
  Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

test("what is moved rests on the nearest corner in reach, else on the nearest place of a line, else where it is", () => {
  const corner = place.map((at) => ({ at, of: "the post" }));
  const line = fc.record({ from: place, to: place, of: fc.constant("the kerb") });
  fc.assert(
    fc.property(
      place,
      fc.array(corner, { maxLength: 3 }),
      fc.array(line, { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 1, max: 60 }),
      (to, corners, lines, reachMm) => {
        const targets: SnapTargets = { corners, lines };
        const snapped = snapTo(to, targets, reachMm);
        const toCorner = Math.min(...corners.map((c) => near(c.at, to)));
        // Every line at 2000 places: none of them may be nearer than what was found.
        const along = lines.flatMap(({ from, to: end }) =>
          Array.from({ length: 2001 }, (_, i) => ({
            xMm: from.xMm + ((end.xMm - from.xMm) * i) / 2000,
            yMm: from.yMm + ((end.yMm - from.yMm) * i) / 2000,
          })),
        );
        const toLine = Math.min(...along.map((p) => near(p, to)));
        if (toCorner <= reachMm) {
          expect(snapped.on).toBe("corner of the post");
          expect(near(snapped.at, to)).toBeCloseTo(toCorner, 9);
        } else if (toLine <= reachMm) {
          expect(snapped.on).toBe("line of the kerb");
          expect(near(snapped.at, to)).toBeLessThanOrEqual(toLine + 1e-9);
          expect(Math.min(...along.map((p) => near(p, snapped.at)))).toBeLessThan(0.1);
        } else if (snapped.on === null) expect(snapped.at).toEqual(to);
        // Between the 2000 places a line can be a hair nearer than the nearest of them.
        else expect(near(snapped.at, to)).toBeGreaterThan(reachMm - 0.1);
      },
    ),
    { numRuns: 300 },
  );
});

test("joined sheets are all of one size and overlap by what was said: the seams cut the whole into them", () => {
  const cases = fc.record({
    across: fc.integer({ min: 1, max: 4 }),
    down: fc.integer({ min: 1, max: 4 }),
    overlapMm: fc.integer({ min: 5, max: 30 }),
    wide: fc.integer({ min: 100, max: 420 }),
    high: fc.integer({ min: 100, max: 300 }),
  });
  fc.assert(
    fc.property(cases, ({ across, down, overlapMm, wide, high }) => {
      const widthMm = across * wide - (across - 1) * overlapMm;
      const heightMm = down * high - (down - 1) * overlapMm;
      const sheet = { unit: "mm", smallestFraction: 8, widthMm, heightMm } as const;
      const drawn = drawLesson(
        lesson(views.one, [], { sheet: { ...sheet, joined: { across, down, overlapMm } } }),
      );
      const seams = sightAids(drawn, new Set(["seams"])).flatMap((m) =>
        m.kind === "path" ? [m.points] : [],
      );
      expect(seams).toHaveLength(across - 1 + (down - 1));
      const cuts = (of: typeof seams, along: "x" | "y") =>
        of.map((points) => points.map((p) => p[along])).map((p) => [Math.min(...p), Math.max(...p)] as const);
      const sizes = (bands: readonly (readonly [number, number])[], whole: number) => {
        const [starts, ends] = [
          [0, ...bands.map((b) => b[0])],
          [...bands.map((b) => b[1]), whole],
        ];
        return starts.map((start, i) => (ends[i] ?? 0) - start);
      };
      const [upright, level] = [seams.slice(0, across - 1), seams.slice(across - 1)];
      for (const size of sizes(cuts(upright, "x"), widthMm)) expect(size).toBeCloseTo(wide, 6);
      for (const size of sizes(cuts(level, "y"), heightMm)) expect(size).toBeCloseTo(high, 6);
      for (const [lo, hi] of [...cuts(upright, "x"), ...cuts(level, "y")])
        expect(hi - lo).toBeCloseTo(overlapMm, 6);
      for (const [lo, hi] of cuts(upright, "y")) expect([lo, hi]).toEqual([0, heightMm]);
      for (const [lo, hi] of cuts(level, "x")) expect([lo, hi]).toEqual([0, widthMm]);
    }),
    { numRuns: 100 },
  );
});
