import { describe, expect, test } from "vitest";
import { applyChanges, setNarration } from "#core/document/changes";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { computeLesson, exportLesson } from "#core/document/pipeline";
import { holdsToAdd, placeInWords } from "#core/document/proposals";
import { sentencesOf, tokensOf, understand, wordsOf } from "#core/time/narration";
import { wordsWithoutStep } from "#core/time/placing";
import { changeAt } from "../change-at.ts";
import { crates, toldFrom, withTake } from "./told-quay.ts";

test("nine steps in ten are placed within two seconds of where a teacher begins to tell them", () => {
  const { steps } = computeLesson(crates);
  let [near, all] = [0, 0];
  for (let seed = 1; seed <= 12; seed++) {
    const { cues, begins } = toldFrom(steps, seed * 7919);
    const changed = applyChanges(crates, setNarration(crates, "told.vtt", cues));
    if (!changed.ok) throw new Error(changed.findings[0]?.message);
    const words = new Map(cues.flatMap(wordsOf).map((w) => [w.id, w.startMs]));
    const { places: placed } = placeInWords(computeLesson(changed.value.lesson));
    // Starts rise with the steps.
    const times = placed.map((p) => words.get(p.wordId) ?? -1);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    for (const p of placed) {
      all++;
      if (Math.abs((words.get(p.wordId) ?? 1e9) - (begins.get(p.stepId) ?? 0)) <= 2000) near++;
    }
  }
  expect(near / all).toBeGreaterThan(0.9);
});

test("proposed holds stand inside their steps, after the last stroke is drawn, as long as the class needs", () => {
  const start = computeLesson(withTake(4711));
  const changes = holdsToAdd(start);
  expect(changes).not.toBeNull();
  const held = applyChanges(start.lesson, changes ?? []);
  if (!held.ok) throw new Error(held.findings[0]?.message);
  const after = computeLesson(held.value.lesson);
  expect(after.editMap?.holds.length).toBeGreaterThan(4);
  expect(holdsToAdd(after)).toBeNull();
  for (const hold of after.editMap?.holds ?? []) {
    const window = after.schedule.windows.find(
      (w) => w.startMs <= hold.lessonFrom && hold.lessonFrom + hold.ms <= w.endMs + 1,
    );
    expect(window).toBeDefined();
    const step = after.steps.find((s) => s.id === window?.stepId);
    const strokes = after.schedule.moves.filter(
      (m) => m.moveIndex >= (step?.firstMove ?? 0) && m.moveIndex <= (step?.lastMove ?? -1),
    );
    for (const m of strokes) expect(m.endMs).toBeLessThanOrEqual(hold.lessonFrom + 1);
  }
  expect(after.findings.filter((f) => f.code === "short-hold")).toEqual([]);
});

test("a misheard word is corrected over the captions: what was imported stays, places and exports follow", () => {
  const start = withTake(5);
  const take = findCurrentTake(start);
  if (!take?.narration) throw new Error("no take");
  const cues = take.narration.cues.map((c) => ({
    ...c,
    text: c.text.replaceAll("vanishing point", "finishing point"),
  }));
  const changed = applyChanges(start, setNarration(start, "heard.vtt", cues));
  if (!changed.ok) throw new Error("captions");
  const before = computeLesson(changed.value.lesson);
  const offers = before.findings.filter((f) => f.code === "misheard");
  expect(offers.length).toBeGreaterThan(0);
  const fixed = applyChanges(before.lesson, offers[0]?.fix?.changes ?? []);
  if (!fixed.ok) throw new Error(fixed.findings[0]?.message);
  const after = computeLesson(fixed.value.lesson);
  expect(after.findings.filter((f) => f.code === "misheard").length).toBe(offers.length - 1);
  expect(findCurrentTake(after.lesson)?.narration?.cues).toEqual(cues);
  expect(after.schedule.windows).toEqual(before.schedule.windows);
  const written = exportLesson(after, "vtt", "25") ?? "";
  expect(written).toContain("vanishing point");
});

describe("a length said otherwise than it is drawn", () => {
  const start = withTake(5);
  const take = findCurrentTake(start);
  if (!take?.narration) throw new Error("no take");
  const { narration } = take;
  const saying = (text: string) => {
    const { steps, schedule } = computeLesson(start);
    const front = steps.find((s) => s.id === "box-1/front");
    const wordId = schedule.windows.find((w) => w.stepId === front?.id)?.wordId ?? "";
    const cueId = wordId.split(".")[0];
    const cues = narration.cues.map((c) => (c.id === cueId ? { ...c, text } : c));
    const changed = applyChanges(start, [
      ...setNarration(start, "said.vtt", cues),
      changeAt(`take/${take.id}`, "anchors.box-1/front", { wordId: `${cueId}.w1`, offsetMs: 0 }),
    ]);
    if (!changed.ok) throw new Error(changed.findings[0]?.message);
    return changed.value.lesson;
  };
  const told = (lesson: Lesson) =>
    computeLesson(lesson).findings.filter((f) => f.code === "said-otherwise" && f.about === "box-1/front");

  test("is told, once the speaker has not taken it back", () => {
    // The front is 50 mm wide and 50 mm high.
    expect(told(saying("Draw the front 60 millimetres wide."))[0]?.message).toMatch(
      /says "60 millimetres?".* drawn are 50/,
    );
    expect(told(saying("Draw the front 50 millimetres wide."))).toEqual([]);
    expect(told(saying("Draw the front about 53 millimetres wide."))).toEqual([]);
    expect(told(saying("Draw it 60 millimetres, no sorry, 50 millimetres wide."))).toEqual([]);
  });

  test("is fixed by the caption or by the drawing, and each way out settles it", () => {
    const waysOf = (lesson: Lesson) => {
      const finding = told(lesson)[0];
      return [...(finding?.fix ? [finding.fix] : []), ...(finding?.otherFixes ?? [])];
    };
    const lesson = saying("Draw the front 60 millimetres wide.");
    const ways = waysOf(lesson);
    expect(ways.map((w) => w.label)).toEqual([
      expect.stringMatching(/^Caption: "50/),
      expect.stringMatching(/^Draw it so: width 60/),
    ]);
    // Without a word for it, each length that is 50 may be meant.
    const open = waysOf(saying("Make the front 60 millimetres.")).map((w) => w.label);
    for (const called of [/width/, /height/]) expect(open).toContainEqual(expect.stringMatching(called));
    for (const way of ways) {
      const fixed = applyChanges(lesson, way.changes);
      if (!fixed.ok) throw new Error(fixed.findings[0]?.message);
      expect(told(fixed.value.lesson), way.label).toEqual([]);
    }
  });
});

test("a sentence that tells of drawing what no step draws is found, and the steps' own words are not", () => {
  const { steps } = computeLesson(crates);
  const strays = [
    "Now draw a weeping willow beside the water, three inches tall.",
    "Go ahead and mark the handle of the bucket with two strokes.",
    "I want you to draw a seagull that measures half an inch.",
  ];
  let [own, said] = [0, 0];
  for (let seed = 1; seed <= 12; seed++) {
    const { cues } = toldFrom(steps, seed * 104729);
    const stray = strays[seed % strays.length] ?? "";
    const at = Math.floor((cues.length * seed) / 13);
    const before = cues.slice(0, at);
    const from = before[before.length - 1]?.endMs ?? 0;
    // Put in between two cues, with the silence it needs.
    const told = [
      ...before,
      { id: "stray", startMs: from + 2600, endMs: from + 6600, text: stray },
      ...cues.slice(at).map((c) => ({ ...c, startMs: c.startMs + 9200, endMs: c.endMs + 9200 })),
    ].map((c, i) => ({ ...c, id: `c${i + 1}` }));
    const tokens = tokensOf(told);
    const found = wordsWithoutStep(steps, tokens, understand(told));
    expect(found.map((f) => f.text)).toContain(stray);
    own += found.length - 1;
    said += sentencesOf(tokens).length;
  }
  expect(own / said).toBeLessThan(0.03);
});

test("words that a change brings in are checked whole; words it leaves alone stay as they are", () => {
  const start = withTake(5);
  const take = findCurrentTake(start);
  const cues = take?.narration?.cues ?? [];
  const bad = cues.map((c, i) => (i === cues.length - 1 ? { ...c, endMs: c.startMs - 1 } : c));
  const refused = applyChanges(start, setNarration(start, "bad.vtt", bad));
  expect(refused.ok).toBe(false);
  expect(refused.findings[0]?.message).toContain(`cues.${cues.length - 1}`);
  const renamed = applyChanges(start, [changeAt("lesson", "title", "Other")]);
  expect(renamed.ok && findCurrentTake(renamed.value.lesson)?.narration?.cues).toBe(cues);
});
