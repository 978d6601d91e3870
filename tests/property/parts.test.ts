import fc from "fast-check";
import { expect, test } from "vitest";
import { blankLesson } from "#core/document/lesson";
import type { Step } from "#core/telling/steps";
import { partsOf, type Schedule } from "#core/time/schedule";

const lessonOf = (steps: readonly { minutes: number; objectId: string }[]) => {
  let at = 0;
  const windows = steps.map((s, i) => {
    const startMs = at;
    at += s.minutes * 60_000;
    return { stepId: `${s.objectId}/p${i}`, startMs, endMs: at, drawFromMs: startMs, wordId: null };
  });
  const made = steps.map((s, i) => ({ id: `${s.objectId}/p${i}`, objectId: s.objectId, number: i + 1 }));
  return {
    steps: made as unknown as Step[],
    schedule: { windows, moves: [], totalMs: at, findings: [] } as Schedule,
  };
};
const plan = { ...blankLesson("Osier Lock", "mm").plan, sessionMinutes: 45 };

const anySteps = fc
  .array(fc.record({ minutes: fc.integer({ min: 1, max: 20 }), change: fc.boolean() }), {
    minLength: 1,
    maxLength: 12,
  })
  .map((list) => {
    let n = 0;
    return list.map(({ minutes, change }) => {
      if (change) n++;
      return { minutes, objectId: `thing-${n}` };
    });
  });

test("no other way of parting a lesson at the end of a thing has a shorter longest part", () => {
  fc.assert(
    fc.property(anySteps, fc.integer({ min: 1, max: 4 }), (list, wanted) => {
      const { steps, schedule } = lessonOf(list);
      const { parts } = partsOf(steps, schedule, { ...plan, parts: wanted });
      expect(parts.flatMap((p) => list.slice(p.first, p.last + 1))).toEqual(list);
      const ends = list.flatMap((s, i) =>
        i + 1 === list.length || s.objectId !== list[i + 1]?.objectId ? [i] : [],
      );
      expect(parts.length).toBe(Math.min(wanted, ends.length));
      // Every choice of ends, by counting in twos.
      let best = Number.POSITIVE_INFINITY;
      for (let bits = 0; bits < 2 ** (ends.length - 1); bits++) {
        const chosen = [...ends.slice(0, -1).filter((_, i) => (bits >> i) & 1), list.length - 1];
        if (chosen.length !== parts.length) continue;
        let first = 0;
        const longest = Math.max(
          ...chosen.map((last) => {
            const sum = list.slice(first, last + 1).reduce((s, x) => s + x.minutes, 0);
            first = last + 1;
            return sum;
          }),
        );
        best = Math.min(best, longest);
      }
      expect(Math.max(...parts.map((p) => p.ms)) / 60_000).toBe(best);
    }),
  );
});

test("glue that dries an hour ends a part; a gate without a wait does not; a gate on no step is told and kept", () => {
  const { steps, schedule } = lessonOf([
    { minutes: 10, objectId: "sheet" },
    { minutes: 10, objectId: "sheet" },
    { minutes: 10, objectId: "box" },
  ]);
  const gates = [
    { gate: "glue-dry" as const, after: "sheet/p0", waitMinutes: 60 },
    { gate: "clean-before-ink" as const, after: "sheet/p1", waitMinutes: 0 },
    { gate: "wax-before-wash" as const, after: "gone/p9", waitMinutes: 0 },
  ];
  const { parts, findings } = partsOf(steps, schedule, { ...plan, gates });
  expect(parts.map((p) => [p.first, p.last, p.gate?.waitMinutes ?? null])).toEqual([
    [0, 0, 60],
    [1, 2, null],
  ]);
  expect(findings.map((f) => f.code)).toEqual(["gate-without-step"]);
});

test("a lesson longer than its session names the fewest parts that fit", () => {
  const { steps, schedule } = lessonOf([
    { minutes: 30, objectId: "a" },
    { minutes: 30, objectId: "b" },
    { minutes: 30, objectId: "c" },
  ]);
  const { findings } = partsOf(steps, schedule, plan);
  expect(findings[0]?.fix?.changes).toEqual([{ id: "plan", field: "parts", value: 3 }]);
});
