import { expect, test } from "vitest";
import { computeLesson } from "#core/document/pipeline";
import { tokensOf, understand } from "#core/time/narration";
import { wordsWithoutStep } from "#core/time/placing";
import { lesson, put, views } from "./put-down.ts";

const { steps } = computeLesson(put(lesson(views.two, []), "box", [90, 100], [150, 150]));
const strays = (text: string) => {
  const cues = [{ id: "c1", startMs: 0, endMs: 5000, text }];
  return wordsWithoutStep(steps, tokensOf(cues), understand(cues)).map((s) => s.text);
};
const orderWith = (word: string) => `Now go right ahead and do that with the ${word} over here.`;

// Common practice, no published source: what a class draws, and how one speaks to it.
test("one thing to draw that no step draws is enough for a sentence to be told of", () => {
  const things =
    "house shed hut building window door shutter chimney tree bush cloud post pole bollard fence rail plank stairs ladder " +
    "arch column bench chair table shelf book road path lane street lamp lantern hill bridge gate boat barge skiff " +
    "sign wheel cart planter flag rope anchor bucket barrel clock bell seagull bird person";
  for (const thing of things.split(" ")) expect(strays(orderWith(thing)), thing).toEqual([orderWith(thing)]);
});

test("how one speaks to a class counts as nothing unknown; two other words that no step knows do", () => {
  const manner =
    "want like everybody everyone guys please turn light slow careful own try give start begin time look see need inch " +
    "centimetre same thing two three four half both bit remember today class";
  expect(strays(orderWith("zebra"))).toEqual([]);
  expect(strays(orderWith("zebra and the quagga"))).toHaveLength(1);
  for (const word of manner.split(" ")) expect(strays(orderWith(`zebra ${word}`)), word).toEqual([]);
});
