import fc from "fast-check";
import { expect, test } from "vitest";
import { applyChanges, setNarration, takeFromCaptions } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { holdsToAdd, retake } from "#core/document/proposals";
import { type Cue, wordsOf } from "#core/time/narration";
import { carryAnchors, editMap, sourceToLesson } from "#core/time/schedule";
import { changeAt } from "../change-at.ts";
import { lesson, views } from "../unit/put-down.ts";
import { withTake } from "./told-quay.ts";

test("anchors carried to a take with 15 % of its words changed: 99 in 100 stand at the right word or are said to be lost", () => {
  let [right, all, lost] = [0, 0, 0];
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      let state = seed;
      const chance = () => {
        state = (state * 1664525 + 1013904223) % 4294967296;
        return state / 4294967296;
      };
      const vocabulary = Array.from({ length: 400 }, (_, i) => `w${i}`);
      const pick = () => vocabulary[Math.floor(chance() ** 2 * vocabulary.length)] ?? "w0";
      const old = Array.from({ length: 1500 }, pick);
      // What each new word was before; −1 for a new one.
      const next: { text: string; from: number }[] = [];
      for (const [i, text] of old.entries()) {
        const dice = chance();
        if (dice < 0.05) continue;
        if (dice < 0.1) next.push({ text: pick(), from: -1 });
        if (dice > 0.95) next.push({ text: pick(), from: -1 });
        else next.push({ text, from: i });
      }
      const cue = (text: string, i: number) => ({
        id: `c${i + 1}`,
        startMs: i * 400,
        endMs: i * 400 + 400,
        text,
      });
      const [was, is] = [
        old.map((t, i) => cue(t, i)).flatMap(wordsOf),
        next.map(({ text }, i) => cue(text, i)).flatMap(wordsOf),
      ];
      const anchors = Object.fromEntries(
        Array.from({ length: 40 }, (_, k) => [`s${k}`, { wordId: was[k * 37]?.id ?? "", offsetMs: 0 }]),
      );
      for (const c of carryAnchors(was, is, anchors)) {
        all++;
        if (c.kind === "lost") {
          lost++;
          continue;
        }
        const at = is.findIndex((w) => w.id === c.wordId);
        const from = Number(c.id.slice(1)) * 37;
        // The word itself, or within two words of where it stood when it is gone.
        const truth = next.findIndex((n) => n.from === from);
        const near =
          truth >= 0
            ? Math.abs(at - truth)
            : Math.min(
                ...next.map((n, j) => (n.from >= 0 && Math.abs(n.from - from) <= 2 ? Math.abs(at - j) : 99)),
              );
        if (near <= 2) right++;
      }
    }),
    { numRuns: 10 },
  );
  expect(right / (all - lost)).toBeGreaterThan(0.99);
  expect(lost / all).toBeLessThan(0.02);
});

test("other captions of the same take: what stood at a word goes along with it, and nothing stands at another by its number", () => {
  const start = withTake(99);
  const take = findCurrentTake(start);
  const old = take?.narration?.cues ?? [];
  const [first, second] = old.flatMap(wordsOf).filter((w) => w.text === "pencil");
  const marked = applyChanges(start, [
    changeAt(`take/${take?.id}`, "strokeAnchors", { m: { wordId: first?.id ?? "", offsetMs: 80 } }),
    changeAt(`take/${take?.id}`, "corrections", [{ wordIds: [second?.id ?? ""], text: "pen" }]),
  ]);
  if (!marked.ok) throw new Error(marked.findings[0]?.message);
  // The greeting is told at length, and each cue is cut in two: no word keeps its number.
  const cues = [{ text: "Before all else: hello!", startMs: 0, endMs: 900 }, ...old]
    .flatMap(({ text, startMs, endMs }) => {
      const [words, middle] = [text.split(" "), (startMs + endMs) / 2];
      const cut = Math.ceil(words.length / 2);
      return [
        { text: words.slice(0, cut).join(" "), startMs, endMs: middle },
        { text: words.slice(cut).join(" "), startMs: middle, endMs },
      ];
    })
    .filter((c) => c.text !== "")
    .map((c, i): Cue => ({ id: `c${i + 1}`, ...c }));
  const { lesson: given } = marked.value;
  const changed = applyChanges(given, setNarration(given, "better.vtt", cues));
  if (!changed.ok) throw new Error(changed.findings[0]?.message);
  const now = findCurrentTake(changed.value.lesson);
  const [was, is] = [old, cues].map((c) => c.flatMap(wordsOf));
  const startOf = (words: typeof was, id?: string) => words?.find((w) => w.id === id);
  expect(Object.keys(now?.anchors ?? {}).sort()).toEqual(Object.keys(take?.anchors ?? {}).sort());
  for (const [stepId, { wordId }] of Object.entries(take?.anchors ?? {})) {
    const there = startOf(is, now?.anchors[stepId]?.wordId);
    expect(there?.text).toBe(startOf(was, wordId)?.text);
    expect(Math.abs((there?.startMs ?? 0) - (startOf(was, wordId)?.startMs ?? 0))).toBeLessThan(1500);
  }
  expect(now?.strokeAnchors?.m?.offsetMs).toBe(80);
  expect(startOf(is, now?.strokeAnchors?.m?.wordId)?.text).toBe("pencil");
  expect(now?.corrections?.map((c) => startOf(is, c.wordIds[0])?.text)).toEqual(["pencil"]);
  // Captions of something else: no step is left standing at a word it never stood at.
  const other = setNarration(given, "other.vtt", [
    { id: "c1", startMs: 0, endMs: 900, text: "one two three" },
  ]);
  const stands = applyChanges(given, other);
  if (!stands.ok) throw new Error(stands.findings[0]?.message);
  const left = Object.values(findCurrentTake(stands.value.lesson)?.anchors ?? {}).map((a) => a.wordId);
  expect(left).not.toContain("c1.w1");
});

test("a new take carries every anchor and hold along, and the old one stays as it was", () => {
  const start = withTake(99);
  const holds = holdsToAdd(computeLesson(start));
  const done = applyChanges(start, holds ?? []);
  if (!done.ok) throw new Error("holds");
  const old = findCurrentTake(done.value.lesson);
  if (!old?.narration) throw new Error("no take");
  // The same words, told a tenth slower, after four seconds of silence.
  const cues = old.narration.cues.map((c) => ({
    ...c,
    startMs: Math.round(c.startMs * 1.1) + 4000,
    endMs: Math.round(c.endMs * 1.1) + 4000,
  }));
  const { take, carried } = retake(old, {
    ...old,
    id: "take-2",
    anchors: {},
    narration: { fileName: "new.vtt", cues },
  });
  expect(carried.every((c) => c.kind === "kept")).toBe(true);
  expect(take.anchors).toEqual(old.anchors);
  expect(take.edits?.length).toBe(old.edits?.length);
  const map = editMap(take.edits ?? [], 1e7);
  for (const e of take.edits ?? []) if (e.kind === "hold") expect(sourceToLesson(map, e.atMs)).not.toBeNull();
});

test("a take begun from captions alone is called as its file is", () => {
  const l = lesson(views.one, []);
  const cues = [{ id: "c1", startMs: 0, endMs: 900, text: "Draw." }];
  const first = takeFromCaptions(l, "second-telling.vtt", cues);
  expect([first.id, first.label, first.narration?.fileName]).toEqual([
    "take-1",
    "second-telling",
    "second-telling.vtt",
  ]);
  expect(takeFromCaptions(l, ".srt", cues).label).toBe("New take");
  const next = takeFromCaptions({ ...l, takes: [first] }, `${"long".repeat(60)}.vtt`, cues);
  expect([next.id, next.label.length]).toEqual(["take-2", 120]);
});

test("beside another word an anchor's offset means nothing, and is not kept", () => {
  const say = (text: string) => ({
    fileName: "said.vtt",
    cues: [{ id: "c1", startMs: 0, endMs: 9000, text }],
  });
  const take = findCurrentTake(withTake(5));
  if (!take) throw new Error("no take");
  const told = "Now we rule the long upper edge toward the far point on the left.";
  const narration = say(told);
  const at = (word: string) => narration.cues.flatMap(wordsOf).find((w) => w.text === word)?.id ?? "";
  const old = {
    ...take,
    narration,
    anchors: { kept: { wordId: at("rule"), offsetMs: 300 }, moved: { wordId: at("upper"), offsetMs: 700 } },
  };
  const next = { ...take, id: "take-2", anchors: {}, narration: say(told.replace("upper", "topmost")) };
  const { take: carried, carried: how } = retake(old, next);
  expect(how.map((c) => [c.id, c.kind])).toEqual([
    ["kept", "kept"],
    ["moved", "moved"],
  ]);
  expect([carried.anchors.kept?.offsetMs, carried.anchors.moved?.offsetMs]).toEqual([300, 0]);
});
