import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { applyChanges } from "#core/document/changes";
import { blankLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { putTold, thingsTold } from "#core/document/proposals";
import { type Cue, readCaptions, tokensOf, understand } from "#core/time/narration";

const told = (cues: readonly Cue[]) => thingsTold(tokensOf(cues), understand(cues));

test("the demo's narration alone names its two benches in order, with the sizes it tells", () => {
  const read = readCaptions(
    readFileSync(join(import.meta.dirname, "../../demo/take/glasshouse-take.vtt"), "utf8"),
  );
  if (!read.ok) throw new Error("captions");
  const things = told(read.value.cues);
  expect(things.map((t) => [t.construction, t.label])).toEqual([
    ["box", "left bench"],
    ["box", "right bench"],
  ]);
  expect(things[1]?.wideMm).toBeCloseTo(2.5 * 25.4, 6);
  expect(things[1]?.highMm).toBeCloseTo(2 * 25.4, 6);
  const blank = blankLesson("Told first", "in");
  const changed = applyChanges(blank, putTold(blank, things));
  if (!changed.ok) throw new Error(changed.findings[0]?.message);
  const computed = computeLesson(changed.value.lesson);
  expect(computed.lesson.objects.map((o) => o.label)).toEqual(things.map((t) => t.label));
  expect(computed.findings.filter((f) => f.severity === "fault")).toEqual([]);
  expect(computed.steps.length).toBeGreaterThan(8);
});

test("a thing spoken of again is not drawn twice, and what is no thing is not drawn", () => {
  const cues = [
    "Draw a box, three inches wide.",
    "The box goes to the vanishing point.",
    "Make sure the box is straight.",
    "Thank you for watching.",
  ].map((text, i) => ({ id: `c${i + 1}`, startMs: i * 4000, endMs: i * 4000 + 3800, text }));
  expect(told(cues).map((t) => t.label)).toEqual(["box"]);
  expect(told(cues.slice(3))).toEqual([]);
});

test("windows and a door go on the house told before them", () => {
  const cues = [
    "First draw the house, 3 inches wide and 3 inches tall.",
    "Its corners go to the vanishing point.",
    "Now add two windows.",
    "Then put a door in the middle.",
  ].map((text, i) => ({ id: `c${i + 1}`, startMs: i * 4000, endMs: i * 4000 + 3800, text }));
  const things = told(cues);
  expect(things.map((t) => t.construction)).toEqual(["house", "openings", "door"]);
  const blank = blankLesson("Told first", "in");
  const changed = applyChanges(blank, putTold(blank, things));
  if (!changed.ok) throw new Error(changed.findings[0]?.message);
  const [house, ...rest] = changed.value.lesson.objects;
  expect(rest.every((o) => "on" in o && o.on.object === house?.id)).toBe(true);
});
