import fc from "fast-check";
import { expect, test } from "vitest";
import {
  distanceMm,
  type HPoint,
  isPoint,
  type PaperPoint,
  pointOn,
  pointsAlong,
  type Region,
  regionContains,
  stretchesBehind,
  type Trace,
  traceLengthMm,
} from "#core/ground/geometry";

const mm = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((n) => n / 10);

/** An arc of a circle or ellipse somewhere in front of the eye, as homogeneous paper points with their depth. */
const arc = fc
  .record({
    x: mm(20, 200),
    y: mm(20, 200),
    depth: mm(200, 600),
    across: fc.tuple(mm(5, 60), mm(-30, 30), mm(-80, 80)),
    up: fc.tuple(mm(-30, 30), mm(5, 60), mm(-80, 80)),
    from: fc.double({ min: -3, max: 3, noNaN: true }),
    sweep: fc.double({ min: 0.2, max: 6.2, noNaN: true }),
  })
  .map(({ x, y, depth, across, up, from, sweep }): Extract<Trace, { kind: "arc" }> => {
    const h = (p: readonly [number, number, number]): HPoint => [
      p[0] * 300 + x * p[2],
      p[1] * 300 + y * p[2],
      p[2],
    ];
    return {
      kind: "arc",
      centre: h([0, 0, depth]),
      across: h(across),
      up: h(up),
      fromRad: from,
      toRad: from + sweep,
    };
  });

const region = fc.tuple(mm(0, 200), mm(0, 200), mm(20, 150), mm(20, 150)).map(
  ([x, y, w, h]): Region => [
    [
      { xMm: x, yMm: y },
      { xMm: x + w, yMm: y + h * 0.3 },
      { xMm: x + w * 0.8, yMm: y + h },
      { xMm: x - w * 0.2, yMm: y + h * 0.7 },
    ],
  ],
);

const depthAt = (trace: Extract<Trace, { kind: "arc" }>, share: number) => {
  const t = trace.fromRad + (trace.toRad - trace.fromRad) * share;
  return trace.centre[2] + trace.across[2] * Math.cos(t) + trace.up[2] * Math.sin(t);
};

test("a curve is hidden just where its points lie in the region and behind its plane, sampled one by one", () => {
  let [hidden, seen] = [0, 0];
  fc.assert(
    fc.property(arc, region, fc.option(mm(150, 700), { nil: null }), (trace, ring, planeDepth) => {
      const plane = planeDepth === null ? null : { across: 0, down: 0, at0: 1 / planeDepth };
      const stretches = stretchesBehind(trace, ring, plane);
      const isHidden = (share: number) => stretches.some((s) => s.from <= share && share <= s.to);
      for (let i = 1; i < 60; i++) {
        const share = i / 60;
        const near = stretches.some((s) => Math.abs(s.from - share) < 1e-6 || Math.abs(s.to - share) < 1e-6);
        if (near) continue;
        const expected =
          regionContains(ring, pointOn(trace, share)) &&
          (planeDepth === null || depthAt(trace, share) > planeDepth * (1 + 1e-6));
        const contact = planeDepth !== null && Math.abs(depthAt(trace, share) / planeDepth - 1) < 1e-6;
        if (contact) continue;
        if (expected) hidden++;
        else seen++;
        expect(isHidden(share), `share ${share}`).toBe(expected);
      }
    }),
    { numRuns: 400 },
  );
  expect(hidden).toBeGreaterThan(500);
  expect(seen).toBeGreaterThan(500);
});

test("the chords of a curve stray from it by at most about a hundredth of a mm, and its length is theirs", () => {
  fc.assert(
    fc.property(arc, (trace) => {
      const chords = pointsAlong(trace, 0, 1);
      for (let i = 1; i < chords.length; i++) {
        const [a, b] = [chords[i - 1], chords[i]];
        if (!a || !b) continue;
        const middle = pointOn(trace, (i - 0.5) / (chords.length - 1));
        expect(offLineMm(middle, a, b)).toBeLessThan(0.011);
      }
      const fine = Array.from({ length: 4001 }, (_, i) => pointOn(trace, i / 4000));
      const length = fine.reduce((s, p, i) => s + (i > 0 ? distanceMm(fine[i - 1] ?? p, p) : 0), 0);
      expect(Math.abs(traceLengthMm(trace) - length)).toBeLessThan(0.001 * length + 0.05);
      expect(isPoint(trace)).toBe(false);
    }),
    { numRuns: 150 },
  );
});

test("a path of straight pieces is hidden as its pieces are", () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ xMm: mm(0, 250), yMm: mm(0, 250) }), { minLength: 2, maxLength: 8 }),
      region,
      (points, ring) => {
        const trace: Trace = { kind: "path", points: points.map((at) => ({ at, q: 1 / 300 })) };
        const stretches = stretchesBehind(trace, ring, null);
        for (let i = 1; i < 40; i++) {
          const share = i / 40;
          if (stretches.some((s) => Math.abs(s.from - share) < 1e-6 || Math.abs(s.to - share) < 1e-6))
            continue;
          const p = pointOn(trace, share);
          const around = [-1e-6, 1e-6].map((d) => regionContains(ring, { xMm: p.xMm + d, yMm: p.yMm + d }));
          if (around[0] !== around[1]) continue;
          expect(stretches.some((s) => s.from <= share && share <= s.to)).toBe(around[0]);
        }
      },
    ),
    { numRuns: 300 },
  );
});

function offLineMm(p: PaperPoint, a: PaperPoint, b: PaperPoint): number {
  const length = distanceMm(a, b);
  if (length === 0) return distanceMm(p, a);
  return Math.abs((b.xMm - a.xMm) * (p.yMm - a.yMm) - (b.yMm - a.yMm) * (p.xMm - a.xMm)) / length;
}
