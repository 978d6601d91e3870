import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { paperAfter } from "#core/drawing/paper";
import { frameAt } from "#core/showing/display";
import { wordsOf } from "#core/time/narration";
import { editMap, sourceToLesson } from "#core/time/schedule";
import { holds } from "../holds.ts";
import { anyLesson } from "./lesson-arbitraries.ts";

/** Lessons whose drawing is known, by their things: a take changes nothing of it. */
const drawn = new WeakMap<object, ComputedLesson>();

/** All that follows from a lesson; its drawing is taken over where it is known. */
const computed = (lesson: Lesson) => computeLesson(lesson, drawn.get(lesson.objects) ?? null);

/** A lesson with a narrated take of 2 to 60 cues and anchors for some steps and strokes, in or out of order. */
const narrated = anyLesson(2).chain((lesson) => {
  const first = computeLesson(lesson);
  drawn.set(lesson.objects, first);
  const steps = first.steps.map((s) => s.id);
  const moves = first.moves.map((m) => m.id);
  return fc
    .record({
      lengths: fc.array(fc.integer({ min: 400, max: 9000 }), { minLength: 2, maxLength: 60 }),
      picks: fc.array(
        fc.record({
          step: fc.nat(steps.length - 1),
          cue: fc.nat(59),
          offset: fc.integer({ min: -500, max: 500 }),
        }),
        { maxLength: 12 },
      ),
      holds: fc.array(fc.record({ cue: fc.nat(59), ms: fc.integer({ min: 500, max: 30_000 }) }), {
        maxLength: 4,
      }),
      strokes: fc.array(
        fc.record({
          move: fc.nat(moves.length - 1),
          cue: fc.nat(59),
          offset: fc.integer({ min: -500, max: 500 }),
        }),
        { maxLength: 20 },
      ),
    })
    .map(({ lengths, picks, strokes, holds }): Lesson => {
      let at = 0;
      const cues = lengths.map((ms, i) => {
        const startMs = at;
        at += ms;
        return { id: `c${i + 1}`, startMs, endMs: at, text: "draw along the ruler now" };
      });
      const anchors = Object.fromEntries(
        picks.map((p) => [
          steps[p.step] ?? "sheet/horizon",
          { wordId: `c${(p.cue % cues.length) + 1}.w2`, offsetMs: p.offset },
        ]),
      );
      const strokeAnchors = Object.fromEntries(
        strokes.map((p) => [
          moves[p.move] ?? "sheet/horizon",
          { wordId: `c${(p.cue % cues.length) + 1}.w3`, offsetMs: p.offset },
        ]),
      );
      return {
        ...lesson,
        takes: [
          {
            id: "take-1",
            label: "take",
            video: null,
            narration: { fileName: "a.vtt", cues },
            corners: null,
            anchors,
            strokeAnchors,
            // Just before a word that strokes are tied to: the ruler is laid when the hold begins.
            edits: holds.flatMap((h) => {
              const cue = cues[h.cue % cues.length];
              const word = cue && wordsOf(cue)[2];
              return word ? [{ kind: "hold" as const, atMs: word.startMs - 60, ms: h.ms }] : [];
            }),
          },
        ],
        currentTake: "take-1",
      };
    });
});

/** When a moment of the recording is heard in the lesson, its holds waited out. */
function heardAt(lesson: Lesson, sourceMs: number): number {
  const take = lesson.takes[0];
  const cues = take?.narration?.cues ?? [];
  const map = editMap(take?.edits ?? [], cues[cues.length - 1]?.endMs ?? 0);
  return sourceToLesson(map, Math.min(Math.max(0, sourceMs), map.sourceMs))?.fromMs ?? 0;
}

describe("the schedule", () => {
  test("steps follow each other without gap or overlap, and moves stay inside their step, one hand at a time", () => {
    fc.assert(
      fc.property(fc.oneof(anyLesson(3), narrated), (lesson) => {
        const { schedule, steps } = computed(lesson);
        expect(schedule.windows.map((w) => w.stepId)).toEqual(steps.map((s) => s.id));
        for (const [i, w] of schedule.windows.entries()) {
          expect(w.endMs).toBeGreaterThanOrEqual(w.startMs);
          expect(w.endMs).toBe(schedule.windows[i + 1]?.startMs ?? schedule.totalMs);
          const step = steps[i];
          const moves = schedule.moves.filter(
            (m) => step && m.moveIndex >= step.firstMove && m.moveIndex <= step.lastMove,
          );
          for (const [k, m] of moves.entries()) {
            const from = k === 0 ? w.startMs : (moves[k - 1]?.endMs ?? 0);
            const inOrder =
              from <= m.startMs &&
              m.startMs <= m.drawFromMs &&
              m.drawFromMs <= m.drawToMs &&
              m.drawToMs <= m.endMs;
            holds(
              inOrder && m.endMs <= w.endMs,
              () => `${m.moveId}: ${JSON.stringify(m)} in ${JSON.stringify(w)}`,
            );
          }
        }
      }),
      { numRuns: 130 },
    );
  });

  test("an anchored step starts exactly at its word; one that cannot is reported and kept in the document", () => {
    let exact = 0;
    fc.assert(
      fc.property(narrated, (lesson) => {
        const { schedule } = computed(lesson);
        const take = lesson.takes[0];
        const words = new Map((take?.narration?.cues ?? []).flatMap(wordsOf).map((w) => [w.id, w]));
        for (const [stepId, anchor] of Object.entries(take?.anchors ?? {})) {
          const window = schedule.windows.find((w) => w.stepId === stepId);
          if (window?.wordId) {
            exact++;
            expect(window.startMs).toBe(
              Math.round(heardAt(lesson, (words.get(anchor.wordId)?.startMs ?? 0) + anchor.offsetMs)),
            );
            expect(window.drawFromMs).toBe(window.startMs);
          } else expect(schedule.findings.some((f) => f.about === stepId)).toBe(true);
        }
      }),
      { numRuns: 130 },
    );
    expect(exact).toBeGreaterThan(80);
  });

  test("a stroke tied to a word puts the pencil down exactly there, or says why not; untying it changes no other step", () => {
    let exact = 0;
    let untold = 0;
    fc.assert(
      fc.property(narrated, (lesson) => {
        const { schedule, steps } = computed(lesson);
        const take = lesson.takes[0];
        const words = new Map((take?.narration?.cues ?? []).flatMap(wordsOf).map((w) => [w.id, w]));
        for (const [moveId, anchor] of Object.entries(take?.strokeAnchors ?? {})) {
          const timing = schedule.moves.find((m) => m.moveId === moveId);
          const step = steps.find(
            (s) => timing && s.firstMove <= timing.moveIndex && timing.moveIndex <= s.lastMove,
          );
          if (timing?.wordId) {
            exact++;
            const spoken = heardAt(lesson, (words.get(anchor.wordId)?.startMs ?? 0) + anchor.offsetMs);
            expect(Math.abs(timing.drawFromMs - spoken)).toBeLessThanOrEqual(1);
          } else {
            untold++;
            // A move that changes nothing, such as an erasing with nothing to erase, is in no step.
            const why = step ? "anchor-out-of-order" : "anchor-without-stroke";
            expect(schedule.findings.some((f) => f.code === why && f.about === (step?.id ?? "take"))).toBe(
              true,
            );
          }
        }
        const free = {
          ...lesson,
          takes: lesson.takes.map(({ strokeAnchors: _, ...t }) => t),
        };
        expect(computed(free).schedule.windows).toEqual(schedule.windows);
      }),
      { numRuns: 200 },
    );
    expect(exact).toBeGreaterThan(80);
    expect(untold).toBeGreaterThan(80);
  });
});

describe("a frame", () => {
  const options = { medium: "overlay", tools: false, withSheet: false } as const;
  test("is the same whenever it is asked for, shows no stroke before its time, and ends as the finished paper", () => {
    fc.assert(
      fc.property(
        fc.oneof(anyLesson(2), narrated),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (lesson, share) => {
          const whole = computed(lesson);
          const at = Math.round(whole.schedule.totalMs * share);
          const frame = frameAt(whole, at, options);
          expect(frameAt(computeLesson(structuredClone(lesson)), at, options)).toEqual(frame);
          for (const mark of frame.drawing.marks) {
            const move = whole.schedule.moves.find((m) => m.moveId === mark.id.split("#")[0]);
            const from = move?.drawFromMs ?? Number.POSITIVE_INFINITY;
            holds(from <= at, () => `${mark.id} is shown at ${at}, drawn from ${from}`);
          }
          const last = frameAt(whole, whole.schedule.totalMs, options);
          const standing = paperAfter(whole.paper, whole.moves.length - 1).filter((s) => s.pieces.length > 0);
          expect(new Set(last.drawing.marks.map((m) => m.id.split("#")[0]))).toEqual(
            new Set(standing.map((s) => s.stroke.id)),
          );
        },
      ),
      { numRuns: 130 },
    );
  });
});
