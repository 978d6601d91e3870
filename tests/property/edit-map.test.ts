import fc from "fast-check";
import { expect, test } from "vitest";
import {
  editMap,
  lessonToSource,
  nearestLesson,
  sourceToLesson,
  speedAt,
  startsInRecording,
} from "#core/time/schedule";
import { anyEdits, isCut, ms, SOURCE } from "./edit-arbitraries.ts";

test("lesson → source → lesson is the identity outside holds", () => {
  fc.assert(
    fc.property(anyEdits, fc.double({ min: 0, max: 1, noNaN: true }), (edits, share) => {
      const map = editMap(edits, SOURCE);
      const at = share * map.lessonMs * 0.9999;
      fc.pre(map.played.length > 0 && !map.holds.some((h) => h.lessonFrom <= at && at < h.lessonFrom + h.ms));
      const back = sourceToLesson(map, lessonToSource(map, at));
      expect(back).not.toBeNull();
      // Where the picture moves on from a hold, the instant itself is the hold's.
      expect(Math.min(Math.abs((back?.fromMs ?? -9) - at), Math.abs((back?.toMs ?? -9) - at))).toBeLessThan(
        1e-6,
      );
    }),
  );
});

test("source → lesson → source is the identity outside cuts, and nothing inside them", () => {
  fc.assert(
    fc.property(anyEdits, ms, (edits, at) => {
      const map = editMap(edits, SOURCE);
      const seen = sourceToLesson(map, at);
      if (isCut(edits, at)) {
        expect(seen).toBeNull();
        return;
      }
      fc.pre(at < SOURCE);
      expect(seen).not.toBeNull();
      for (const lesson of [seen?.fromMs ?? -1, seen?.toMs ?? -1])
        expect(Math.abs(lessonToSource(map, lesson) - at)).toBeLessThan(1e-6);
    }),
  );
});

test("any edits keep both clocks running forward, and a hold lasts as long as it says", () => {
  fc.assert(
    fc.property(
      anyEdits,
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 20 }),
      (edits, shares) => {
        const map = editMap(edits, SOURCE);
        const times = [...shares].sort((a, b) => a - b).map((s) => s * map.lessonMs);
        for (const [i, t] of times.entries()) {
          const before = times[i - 1];
          if (before !== undefined)
            expect(lessonToSource(map, t)).toBeGreaterThanOrEqual(lessonToSource(map, before) - 1e-9);
        }
        const held = edits.reduce(
          (sum, e) => sum + (e.kind === "hold" && !isCut(edits, e.atMs) ? e.ms : 0),
          0,
        );
        expect(map.holds.reduce((sum, h) => sum + h.ms, 0)).toBe(held);
        const playing = map.played.reduce((sum, p) => sum + (p.sourceTo - p.sourceFrom) / p.factor, 0);
        expect(map.lessonMs).toBeCloseTo(playing + held, 6);
      },
    ),
  );
});

test("where they meet, a cut beats a hold and a hold beats a speed", () => {
  const map = editMap(
    [
      { kind: "speed", fromMs: 10_000, toMs: 20_000, factor: 2 },
      { kind: "hold", atMs: 15_000, ms: 5000 },
      { kind: "hold", atMs: 31_000, ms: 5000 },
      { kind: "cut", fromMs: 30_000, toMs: 40_000 },
    ],
    SOURCE,
  );
  expect(map.lessonMs).toBe(60_000 - 5000 + 5000 - 10_000);
  expect(sourceToLesson(map, 15_000)).toEqual({ fromMs: 12_500, toMs: 17_500 });
  expect(speedAt(map, 13_000)).toBe(0);
  expect(speedAt(map, 11_000)).toBe(2);
  expect(sourceToLesson(map, 31_000)).toBeNull();
  expect(nearestLesson(map, 31_000)).toBe(30_000);
});

test("a step tied to a word begins in the recording at that word and its offset, whatever is cut, sped up or held", () => {
  fc.assert(
    fc.property(anyEdits, ms, fc.integer({ min: -5000, max: 5000 }), (edits, spokenMs, offsetMs) => {
      const map = editMap(edits, SOURCE);
      const word = { id: "c1.w1", cueId: "c1", text: "now", startMs: spokenMs, endMs: spokenMs + 100 };
      const window = (stepId: string, wordId: string | null, startMs: number) => ({
        stepId,
        wordId,
        startMs,
        endMs: startMs,
        drawFromMs: startMs,
      });
      const freeMs = map.lessonMs / 3;
      const starts = startsInRecording(
        [window("tied", word.id, 0), window("free", null, freeMs)],
        [word],
        { tied: { wordId: word.id, offsetMs } },
        map,
      );
      expect(starts.get("tied")).toBe(Math.max(0, spokenMs + offsetMs));
      const seen = sourceToLesson(map, starts.get("free") ?? -1);
      if (seen) {
        expect(seen.fromMs).toBeLessThanOrEqual(freeMs + 1e-6);
        expect(seen.toMs).toBeGreaterThanOrEqual(freeMs - 1e-6);
      }
    }),
  );
});
