import fc from "fast-check";
import { expect, test } from "vitest";
import { FEATURES, type Weights } from "../../core/time/placing/evidence.ts";
import { beginnings, forwardBackward, type Pins } from "../../core/time/placing/forward-backward.ts";
import { likeliest } from "../../core/time/placing/likeliest.ts";
import { type Model, passScore } from "../../core/time/placing/model.ts";
import { samplePath } from "../../core/time/placing/sample-path.ts";

const score = fc.double({ min: -3, max: 3, noNaN: true });

/** A model of at most two steps of one action each over a few clauses: small enough to count all its paths one by one. */
const models = fc
  .record({
    clauses: fc.integer({ min: 1, max: 5 }),
    steps: fc.integer({ min: 1, max: 2 }),
    numbers: fc.array(score, { minLength: 80, maxLength: 80 }),
    opens: fc.array(fc.integer({ min: 0, max: 1 }), { minLength: 5, maxLength: 5 }),
  })
  .map(({ clauses, steps, numbers, opens }): Model => {
    let at = 0;
    const next = () => numbers[at++ % numbers.length] ?? 0;
    const states = 1 + steps * 3;
    const begins = () =>
      Float64Array.from({ length: states }, (_, k) =>
        k === 0 || k % 3 === 0 ? Number.NEGATIVE_INFINITY : next(),
      );
    return {
      clauses,
      steps,
      first: Array.from({ length: steps }, (_, i) => 1 + i * 3),
      states,
      within: Float64Array.from({ length: clauses * states }, () => Math.exp(next())),
      begins: Float64Array.from({ length: clauses }, next),
      opens: Uint8Array.from(opens.slice(0, clauses)),
      beginsIn: [begins(), begins()],
      // As much as hundreds of steps cost together.
      unsaid: Array.from({ length: steps }, () => (opens[4] === 1 ? -400 * Math.abs(next() / 3) : next())),
      ordered: opens.slice(0, clauses).map((o) => o === 1),
      weights: Object.fromEntries(FEATURES.map((f) => [f, next()])) as unknown as Weights,
    };
  });

/** Every path with its score, and with which clause it begins each step: by plain counting, nothing shared but the scores. */
function everyPath(model: Model, pins: Pins): { score: number; begun: (number | null)[] }[] {
  const { clauses, steps, states, first, weights } = model;
  const sums: { score: number; begun: (number | null)[] }[] = [];
  const unsaid = (i: number) => (pins.get(i) === null ? 0 : (model.unsaid[i] ?? 0));
  const go = (j: number, step: number, state: number, sum: number, begun: (number | null)[]) => {
    const led = step >= 0 && state === 0 ? weights.onlyLedUpTo : 0;
    if (j === clauses) {
      let rest = led;
      for (let i = step + 1; i < steps; i++) rest += unsaid(i);
      if ([...pins].every(([i, clause]) => begun[i] === clause)) sums.push({ score: sum + rest, begun });
      return;
    }
    const within = (s: number) => Math.log(model.within[j * states + s] ?? 0);
    if (step < 0) go(j + 1, -1, 0, sum + within(0), begun);
    else
      for (let to = 0; to < 3; to++) {
        const pass = passScore(weights, 2, state, to, model.ordered[j - 1] ?? false);
        if (Number.isFinite(pass)) go(j + 1, step, to, sum + pass + within((first[step] ?? 0) + to), begun);
      }
    let over = 0;
    for (let i = step + 1; i < steps; i++) {
      for (let to = 0; to < 2; to++) {
        const at = (first[i] ?? 0) + to;
        const begins = (model.begins[j] ?? 0) + (model.beginsIn[model.opens[j] ?? 0]?.[at] ?? 0);
        go(
          j + 1,
          i,
          to,
          sum + led + over + begins + within(at),
          begun.map((b, k) => (k === i ? j : b)),
        );
      }
      over += unsaid(i);
    }
  };
  go(0, -1, 0, 0, new Array(steps).fill(null));
  return sums;
}

test("the sums over all paths are those of every path counted one by one, with pins and without", () => {
  fc.assert(
    fc.property(
      models,
      fc.option(fc.integer({ min: 0, max: 4 }), { nil: null }),
      fc.boolean(),
      (model, clause, pinned) => {
        const pins: Pins =
          pinned && (clause === null || clause < model.clauses) ? new Map([[0, clause]]) : new Map();
        const all = everyPath(model, pins);
        const most = Math.max(...all.map((w) => w.score));
        const sum = (some: typeof all) => some.reduce((s, w) => s + Math.exp(w.score - most), 0);
        const sums = forwardBackward(model, pins);
        const eased = sums.eased * (model.steps - [...pins.values()].filter((p) => p === null).length);
        expect(sums.total - eased).toBeCloseTo(most + Math.log(sum(all)), 6);
        for (const [i, chances] of beginnings(model, sums).entries())
          for (const [j, chance] of chances.entries())
            expect(chance).toBeCloseTo(sum(all.filter((w) => w.begun[i] === j)) / sum(all), 6);
      },
    ),
    { seed: 15, numRuns: 120 },
  );
});

test("readings are drawn as often as their chances say", () => {
  const [model] = fc.sample(
    models.filter((m) => m.clauses === 4 && m.steps === 2 && m.unsaid.every((u) => Math.abs(u) < 3)),
    { seed: 15, numRuns: 1 },
  );
  if (!model) throw new Error("no model");
  const sums = forwardBackward(model);
  let state = 1;
  const chance = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  const times = 20_000;
  const drawn = Array.from({ length: times }, () => samplePath(model, sums, chance));
  for (const [i, chances] of beginnings(model, sums).entries())
    for (const [j, expected] of chances.entries()) {
      const often = drawn.filter((reading) => reading[i] === j).length / times;
      // Four standard errors of a share, and a hair for those that hardly occur.
      expect(Math.abs(often - expected)).toBeLessThan(
        4 * Math.sqrt((expected * (1 - expected)) / times) + 0.001,
      );
    }
});

test("of all places in order, none are right for more steps to be expected than the ones that are taken", () => {
  const clause = (ms: number) => ({
    tokens: [{ startMs: ms }],
    plain: "",
    silentMs: 0,
    opensSentence: false,
  });
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.double({ min: 0, max: 0.24, noNaN: true }), { minLength: 4, maxLength: 4 }), {
        minLength: 1,
        maxLength: 3,
      }),
      (rows) => {
        // Clauses ten seconds apart: near is the clause itself.
        const clauses = [0, 1, 2, 3].map((j) => clause(j * 10_000)) as unknown as Parameters<
          typeof likeliest
        >[1];
        const chances = rows.map((r) => Float64Array.from(r));
        const worth = (row: number, at: number | null) =>
          at === null ? 0.5 * (1 - (rows[row] ?? []).reduce((a, b) => a + b, 0)) : (rows[row]?.[at] ?? 0);
        const ways = (row: number, from: number): number =>
          row === rows.length
            ? 0
            : Math.max(
                worth(row, null) + ways(row + 1, from),
                ...[0, 1, 2, 3].filter((j) => j >= from).map((j) => worth(row, j) + ways(row + 1, j + 1)),
              );
        const found = likeliest(chances, clauses, 0.5);
        const total = found.reduce((sum, { clause: at }, i) => sum + worth(i, at), 0);
        expect(total).toBeGreaterThan(ways(0, 0) - 0.001);
        const said = found.flatMap((f) => (f.clause === null ? [] : [f.clause]));
        expect(said).toEqual([...new Set(said)].sort((a, b) => a - b));
      },
    ),
    { seed: 15, numRuns: 200 },
  );
});
