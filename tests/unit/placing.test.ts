import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { findCurrentTake } from "#core/document/lesson";
import type { ComputedLesson } from "#core/document/pipeline";
import type { Step } from "#core/telling/steps";
import { tokensOf, type Word } from "#core/time/narration";
import { isSure, makePlacer, type PlacedStep } from "#core/time/placing";
import { allLabelled, type Labelled } from "../narrations/labelled.ts";
import { beginOf, inItsLesson, labelsOf } from "../narrations/placing.ts";

interface Told {
  readonly narration: Labelled;
  readonly computed: ComputedLesson;
  readonly place: ReturnType<typeof makePlacer>;
  /** The word at which a step truly begins; undefined where it is not said. */
  readonly begin: (step: Step) => Word | undefined;
  readonly msOf: (wordId: string) => number;
}

function told(half: "spoken/develop" | "spoken/held"): Told[] {
  return allLabelled(half).map((narration) => {
    const computed = inItsLesson(narration);
    const at = new Map(computed.words.map((w) => [w.id, w.startMs]));
    return {
      narration,
      computed,
      place: makePlacer(
        computed.steps,
        tokensOf(findCurrentTake(computed.lesson)?.narration?.cues ?? []),
        computed.heard,
      ),
      begin: (step) => computed.words[beginOf(narration, step, computed) ?? -1],
      msOf: (id) => at.get(id) ?? Number.NaN,
    };
  });
}

const all = { develop: told("spoken/develop"), held: told("spoken/held") };

interface Outcome {
  readonly place: PlacedStep | undefined;
  /** Null where the step is not said. */
  readonly trueMs: number | null;
  readonly offMs: number;
}

function outcomes({ computed, begin, msOf }: Told, places: readonly PlacedStep[]): Outcome[] {
  return computed.steps.map((step) => {
    const place = places.find((p) => p.stepId === step.id);
    const truly = begin(step)?.startMs ?? null;
    const offMs = place && truly !== null ? Math.abs(msOf(place.wordId) - truly) : Number.POSITIVE_INFINITY;
    return { place, trueMs: truly, offMs };
  });
}

const shareWithin = (of: readonly Outcome[], ms: number) => {
  const said = of.filter((o) => o.trueMs !== null);
  return said.filter((o) => o.offMs <= ms).length / said.length;
};

test("every label names a move or a task of its lesson, in the order in which they come", () => {
  for (const { narration, computed } of [...all.develop, ...all.held]) {
    const order = computed.steps.flatMap((s) => labelsOf(s, computed.moves));
    const labels = [...narration.begins.keys()];
    expect(labels.length, narration.name).toBeGreaterThan(0);
    expect(labels, narration.name).toEqual(order.filter((label) => narration.begins.has(label)));
    const begins = [...narration.begins.values()];
    expect(begins, narration.name).toEqual([...begins].sort((a, b) => a - b));
  }
});

test("a step that is cut otherwise begins where the first of its labelled moves does", () => {
  const one = all.develop[0];
  const [first, second, third] = one?.computed.steps ?? [];
  if (!one || !first || !second || !third) throw new Error("no narration");
  const begins = [first, second, third].map((s) => beginOf(one.narration, s, one.computed));
  expect(beginOf(one.narration, { ...first, lastMove: third.lastMove }, one.computed)).toBe(begins[0]);
  expect(beginOf(one.narration, { ...second, firstMove: second.firstMove + 1 }, one.computed)).toBeNull();
  expect(
    beginOf(
      one.narration,
      { ...second, firstMove: second.firstMove + 1, lastMove: third.lastMove },
      one.computed,
    ),
  ).toBe(begins[2]);
});

// A second labelling of a quarter of them, made apart: what two people agree on is the most that can be asked.
test("labelled again, nine steps in ten begin within two seconds of the same word", () => {
  const second: Record<string, Record<string, string>> = JSON.parse(
    readFileSync(join(import.meta.dirname, "../narrations/spoken/second-labelling.json"), "utf8"),
  );
  const off: number[] = [];
  for (const one of [...all.develop, ...all.held]) {
    const words = one.computed.words;
    for (const [label, from] of Object.entries(second[one.narration.name] ?? {})) {
      const plain = (word = "") => word.toLowerCase().replace(/[^\w']/g, "");
      const said = from.split(" ").map(plain);
      const at = words.findIndex((_, i) => said.every((w, k) => plain(words[i + k]?.text) === w));
      expect(at, `${one.narration.name} ${from}`).toBeGreaterThanOrEqual(0);
      const first = words[one.narration.begins.get(label) ?? -1];
      off.push(Math.abs((words[at]?.startMs ?? 0) - (first?.startMs ?? Number.NaN)));
    }
  }
  expect(off.length).toBeGreaterThanOrEqual(60);
  expect(off.filter((ms) => ms <= 2000).length / off.length).toBeGreaterThan(0.9);
});

describe.each(["develop", "held"] as const)("the %s half of the spoken narrations", (half) => {
  const found = all[half].map((one) => outcomes(one, one.place().places));
  const every = found.flat();

  test("steps are placed where they begin", () => {
    expect(shareWithin(every, 2000)).toBeGreaterThan(0.77);
    expect(shareWithin(every, 10_000)).toBeGreaterThan(0.86);
  });

  test("what is called sure is right", () => {
    const sure = every.filter((o) => o.place?.said && isSure(o.place));
    expect(sure.length).toBeGreaterThanOrEqual(60);
    expect(sure.filter((o) => o.offMs <= 2000).length / sure.length).toBeGreaterThanOrEqual(0.93);
  });

  test("places rise with the steps, pinned or not", () => {
    for (const one of all[half])
      for (const pinned of [new Map<string, string>(), somePinned(one, 0.3)]) {
        const at = one.place(pinned).places.map((p) => one.msOf(p.wordId));
        expect(at).toEqual([...at].sort((a, b) => a - b));
        expect(at.every(Number.isFinite)).toBe(true);
      }
  });

  test("with 15 % of the steps pinned, each the one that is asked for, the rest follow", () => {
    const after = all[half].flatMap((one) => outcomes(one, pinnedAsAsked(one, 0.15)));
    expect(shareWithin(after, 2000)).toBeGreaterThan(shareWithin(every, 2000));
    expect(shareWithin(after, 2000)).toBeGreaterThan(0.9);
  });
});

/** Every n-th step that is said, pinned where it truly begins. */
function somePinned({ computed, begin }: Told, share: number): Map<string, string> {
  const every = Math.round(1 / share);
  return new Map(
    computed.steps.flatMap((step) => {
      const id = begin(step)?.id;
      return id && step.number % every === 0 ? [[step.id, id] as const] : [];
    }),
  );
}

/** A teacher pins the step that is asked for, until a share of them is pinned; one that is not said is passed over. */
function pinnedAsAsked(one: Told, share: number): readonly PlacedStep[] {
  const { computed, begin, place } = one;
  const pinned = new Map<string, string>();
  let placing = place();
  while (pinned.size < Math.round(computed.steps.length * share)) {
    const open = computed.steps.filter((s) => !pinned.has(s.id) && begin(s));
    const asked = placing.settles();
    const step =
      open.find((s) => s.id === asked) ??
      open.sort(
        (a, b) => (confidenceOf(placing.places, a.id) ?? 1) - (confidenceOf(placing.places, b.id) ?? 1),
      )[0];
    const word = step && begin(step);
    if (!step || !word) break;
    pinned.set(step.id, word.id);
    placing = place(pinned);
  }
  return placing.places;
}

const confidenceOf = (places: readonly PlacedStep[], id: string) =>
  places.find((p) => p.stepId === id)?.confidence;

test("pins against the order of the steps stay where they are and bind nothing else", () => {
  const one = all.develop[0];
  if (!one) throw new Error("no narration");
  const { steps, words } = one.computed;
  const [first, last] = [steps[0], steps.at(-1)];
  const pinned = new Map([
    [first?.id ?? "", words.at(-5)?.id ?? ""],
    [last?.id ?? "", words[4]?.id ?? ""],
    [steps[2]?.id ?? "", words[200]?.id ?? ""],
    [steps[3]?.id ?? "", words[260]?.id ?? ""],
  ]);
  const { places } = one.place(pinned);
  for (const [id, word] of pinned)
    expect(places.find((p) => p.stepId === id)).toMatchObject({ wordId: word, confidence: 1 });
  expect(places.filter((p) => !pinned.has(p.stepId)).every((p) => Number.isFinite(one.msOf(p.wordId)))).toBe(
    true,
  );
});

test("a lesson of hundreds of steps, hardly one of which is said, is placed, also with a pin far on", () => {
  const step = (i: number) => ({
    id: `crate-${i}/front`,
    objectId: `crate-${i}`,
    title: `Crate ${i}: the front`,
    task: null,
    instruction: ["Draw the front."],
    acts: [],
  });
  const many = Array.from({ length: 700 }, (_, i) => step(i + 1));
  const text =
    "Okay, so the first crate. Draw the front of it here. And now the second crate, the front again.";
  const tokens = tokensOf([{ id: "c1", startMs: 0, endMs: 9000, text }]);
  const { places, settles } = makePlacer(many, tokens, [])(new Map([["crate-690/front", "c1.w6"]]));
  expect(places.find((p) => p.stepId === "crate-690/front")).toMatchObject({
    wordId: "c1.w6",
    confidence: 1,
  });
  expect(places.every((p) => Number.isFinite(p.confidence))).toBe(true);
  expect(() => settles()).not.toThrow();
});
