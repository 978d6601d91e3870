import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { formatLength, parseLength } from "#core/ground/base";
import { MM_PER_INCH } from "#core/ground/lexicon";

const inches = { unit: "in", smallestFraction: 16 } as const;
const mm = { unit: "mm", smallestFraction: 8 } as const;

describe("typed lengths", () => {
  test.each([
    ["4 1/2", 4.5 * MM_PER_INCH],
    ["4-1/2 in", 4.5 * MM_PER_INCH],
    ["4.5 in", 4.5 * MM_PER_INCH],
    ['1/2"', 0.5 * MM_PER_INCH],
    ["115 mm", 115],
    ["11,5cm", 115],
    ["half", 100],
    ["a third", 200 / 3],
    ["1/3 of the sheet", 200 / 3],
    ["−2 in", -2 * MM_PER_INCH],
  ])("%s", (typed, expected) => expect(parseLength(typed, inches, 200)).toBeCloseTo(expected, 6));
  test.each(["", "a bit", "4 1/0", "4.5 1/2", "1/2/3", "4 apples", "1e9999"])("%j is no length", (typed) =>
    expect(parseLength(typed, inches, 200)).toBeNull(),
  );
  test("a bare number is in the sheet's own unit", () => expect(parseLength("30", mm, 200)).toBe(30));
});

test("what is spoken can be typed back, to within half the smallest fraction", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 30_000 }),
      fc.constantFrom(2, 4, 8, 16),
      (tenths, smallestFraction) => {
        const style = { unit: "in", smallestFraction } as const;
        const back = parseLength(formatLength(tenths / 10, style), style, 0);
        expect(Math.abs((back ?? Number.NaN) - tenths / 10)).toBeLessThanOrEqual(
          MM_PER_INCH / smallestFraction / 2 + 1e-9,
        );
      },
    ),
  );
});

test("fractions are in lowest terms and never a whole over itself", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), (sixteenths) => {
      const said = formatLength((sixteenths / 16) * MM_PER_INCH, inches);
      const [, top, bottom] = /(\d+)⁄(\d+)/.exec(said) ?? [];
      if (top && bottom) {
        expect(Number(top) % 2).toBe(1);
        expect(Number(top)).toBeLessThan(Number(bottom));
      }
    }),
  );
});
