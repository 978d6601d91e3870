import fc from "fast-check";
import { expect, test } from "vitest";
import { shareStructure } from "#core/ground/base";

const plain = fc.jsonValue({ maxDepth: 4 });
const copied = (value: unknown): unknown => structuredClone(value);

test("what is the same as before is the very thing of before, however deep it lies", () => {
  fc.assert(
    fc.property(plain, fc.string(), plain, (value, name, other) => {
      const before = { kept: value, list: [value, 1], [`x${name}`]: other };
      const after = copied({ ...before, list: [value, 2] }) as typeof before;
      const shared = shareStructure(before, after);
      expect(shared).toStrictEqual(after);
      expect(shared).not.toBe(before);
      expect(shared.kept).toBe(before.kept);
      expect(shared.list).not.toBe(before.list);
      expect(shared.list[0]).toBe(value);
      expect(shareStructure(before, copied(before))).toBe(before);
    }),
  );
});

test("the value of after comes of any two, and neither is written to", () => {
  fc.assert(
    fc.property(plain, plain, (before, after) => {
      const texts = [JSON.stringify(before), JSON.stringify(after)];
      expect(shareStructure(before, after)).toStrictEqual(after);
      expect([JSON.stringify(before), JSON.stringify(after)]).toEqual(texts);
    }),
  );
});

test("a list is no record, nothing is not a hole, and a name less is another value", () => {
  expect(shareStructure({ 0: "a" }, ["a"])).toStrictEqual(["a"]);
  expect(shareStructure({ a: 1, b: 2 }, { a: 1 })).toStrictEqual({ a: 1 });
  expect(shareStructure({ a: 1 }, { a: 1, b: undefined })).toStrictEqual({ a: 1, b: undefined });
  expect(shareStructure(null, {})).toStrictEqual({});
});
