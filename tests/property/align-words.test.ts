import { diffArrays } from "diff";
import fc from "fast-check";
import { expect, test } from "vitest";
import { alignWords } from "#core/narration";

const words = (most: number) =>
  fc.array(fc.constantFrom("rule", "the", "edge", "to", "point"), { maxLength: most });

/** What two word lists share at most, by the diff package (Myers 1986: a shortest edit is a longest common part). */
const shared = (old: readonly string[], next: readonly string[]) =>
  diffArrays([...old], [...next]).reduce(
    (n, part) => n + (part.added || part.removed ? 0 : part.value.length),
    0,
  );

test("short stretches of words are matched as well as can be: as many as the diff package matches", () => {
  fc.assert(
    fc.property(words(20), words(20), (old, next) => {
      const pairs = alignWords(old, next);
      expect(pairs).toHaveLength(shared(old, next));
    }),
    { numRuns: 300 },
  );
});

test("long ones too are matched word for the same word, in rising order, whatever was put in or left out", () => {
  const changes = fc.array(fc.tuple(fc.nat(), fc.nat({ max: 12 }), words(12)), { maxLength: 6 });
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 400 }), changes, (count, edits) => {
      const old = Array.from({ length: count }, (_, i) => `${i % 7 === 0 ? "the" : `word-${i}`}`);
      const next = [...old];
      for (const [at, gone, put] of edits) next.splice(at % next.length, gone, ...put);
      const pairs = alignWords(old, next);
      for (const [i, j] of pairs) expect(old[i]).toBe(next[j]);
      for (const [k, [i, j]] of pairs.slice(1).entries()) {
        expect(i).toBeGreaterThan(pairs[k]?.[0] ?? -1);
        expect(j).toBeGreaterThan(pairs[k]?.[1] ?? -1);
      }
      expect(pairs.length).toBeGreaterThanOrEqual(shared(old, next) - 6);
    }),
    { numRuns: 150 },
  );
});
