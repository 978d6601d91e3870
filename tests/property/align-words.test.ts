import { diffArrays } from "diff";
import fc from "fast-check";
import { expect, test } from "vitest";
import { alignWords } from "#core/time/narration";

const word = fc.constantFrom(
  ..."draw the line to point and box now lightly then corner edge left right mark top bottom go from here again slowly".split(
    " ",
  ),
);
const words = (most: number) => fc.array(word, { maxLength: most });

/** The same words only, rising in both lists. */
function expectMatches(old: readonly string[], next: readonly string[]): void {
  const pairs = alignWords(old, next);
  for (const [k, [i, j]] of pairs.entries()) {
    expect(old[i]).toBe(next[j]);
    const before = pairs[k - 1];
    if (before) expect(i > before[0] && j > before[1]).toBe(true);
  }
}

/** What two word lists share at most, by the diff package (Myers 1986: a shortest edit is a longest common part). */
const shared = (old: readonly string[], next: readonly string[]) =>
  diffArrays([...old], [...next]).reduce(
    (n, part) => n + (part.added || part.removed ? 0 : part.value.length),
    0,
  );

test("words are aligned to the same words only, rising in both; nothing changed is aligned whole", () => {
  fc.assert(
    fc.property(words(80), words(80), (old, next) => {
      expectMatches(old, next);
      expect(alignWords(old, old)).toHaveLength(old.length);
    }),
  );
});

test("short stretches of words are matched as well as can be: as many as the diff package matches", () => {
  fc.assert(
    fc.property(words(24), words(24), (old, next) => {
      expect(alignWords(old, next)).toHaveLength(shared(old, next));
    }),
  );
});

test("long ones too are matched word for the same word, in rising order, whatever was put in or left out", () => {
  const changes = fc.array(fc.tuple(fc.nat(), fc.nat({ max: 12 }), words(12)), { maxLength: 6 });
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 400 }), changes, (count, edits) => {
      const old = Array.from({ length: count }, (_, i) => `${i % 7 === 0 ? "the" : `word-${i}`}`);
      const next = [...old];
      for (const [at, gone, put] of edits) next.splice(at % next.length, gone, ...put);
      expectMatches(old, next);
      expect(alignWords(old, next).length).toBeGreaterThanOrEqual(shared(old, next) - 6);
    }),
    { numRuns: 150 },
  );
});
