import fc from "fast-check";
import { expect, test } from "vitest";
import { VIEW_KINDS } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import { type Drawing, drawStep, explainStep, type Mark, overlap, widthOfText } from "#core/showing/display";
import type { Step } from "#core/telling/steps";
import { lettersSaid } from "#core/telling/told";
import { measureText } from "../../server/pdf/fonts.server.ts";
import { DEMO_NAMES, demoLesson, TRADE_SAMPLE_NAMES, tradeSample } from "../demo-lesson.ts";
import { lessonWith } from "./recipe-arbitraries.ts";

// What stands in the picture that explains a step, measured with the fonts it is printed in.

/** The room of a picture on a card of four to a page, mm. */
const ROOM = { width: 88, height: 66, textSize: 3.2 };

type Text = Extract<Mark, { kind: "text" }>;

const textsOf = ({ marks }: Drawing): Text[] => marks.flatMap((m) => (m.kind === "text" ? [m] : []));

/** Commas, brackets and the strokes of fractions reach this far below the line, in sizes: measured on the printed page. */
const DESCENT = 0.15;
const DESCENDS = /[gjpqy,()\u2044\u00bc-\u00be]/;

function descentOf(text: Text | undefined): number {
  return text && DESCENDS.test(text.lines[0] ?? "") ? DESCENT * text.size : 0;
}

/** The box of a label's capitals and figures; cap height of the typeface as its maker states it: 644 of 1000. */
function boxOf({ at, lines, size, weight }: Text) {
  const width = measureText(lines[0] ?? "", size, weight);
  return { x: at.x - width / 2, y: at.y - 0.644 * size, width, height: 0.644 * size };
}

interface Count {
  pictures: number;
  labels: number;
  leaders: number;
  /** What is wrong, in words: a check for each pair of labels would cost more than the pictures. */
  readonly faults: string[];
}

function check(step: Step, drawing: Drawing, count: Count): void {
  const texts = textsOf(drawing);
  const boxes = texts.map(boxOf);
  const whole = boxes.map((b, i) => ({ ...b, height: b.height + descentOf(texts[i]) }));
  const wrong = (what: string) => count.faults.push(`${step.id}: ${what}`);
  count.pictures++;
  count.labels += texts.length;
  count.leaders += drawing.marks.filter((m) => m.id.includes("#leader-")).length;
  const dots = drawing.marks.flatMap((m) => (m.kind === "dot" ? [{ ...m.at, width: 0, height: 0 }] : []));
  for (const [i, a] of boxes.entries()) {
    const said = texts[i]?.lines[0];
    for (const [k, b] of whole.entries())
      if (k > i && overlap(whole[i] ?? a, b)) wrong(`${said} over ${texts[k]?.lines[0]}`);
    const [right, bottom] = [ROOM.width - a.x - a.width, ROOM.height - a.y - a.height];
    if (Math.min(a.x, a.y, right, bottom) < -0.01) wrong(`${said} reaches out of the picture`);
    // Whatever it stands on, a label can be read: by a halo, or in its ring.
    if (texts[i]?.halo === undefined && !/#number-\d+$/.test(texts[i]?.id ?? ""))
      wrong(`${said} has no halo`);
    if (dots.some((dot) => overlap(a, dot))) wrong(`${said} hides a point`);
  }
  const shown = texts.flatMap((t) => (t.id.includes("#letter-") ? t.lines : []));
  const spoken = new Set([...step.actions, ...step.answers].flatMap(lettersSaid));
  const pictured = step.pictured.letters.map((l) => l.says);
  if (shown.length !== new Set(shown).size) wrong(`a letter twice: ${shown}`);
  if ([...shown].sort().join() !== [...pictured].sort().join()) wrong(`shows ${shown}, not ${pictured}`);
  for (const letter of pictured) if (!spoken.has(letter)) wrong(`${letter} is in no words`);
  // Letters in the educator's own words may be nobody's: a finding tells of them. All others are in the picture.
  for (const letter of spoken) if (!pictured.includes(letter)) wrong(`${letter} is said, and in no picture`);
}

function checkLesson(lesson: Lesson, count: Count): void {
  const computed = computeLesson(lesson);
  for (const step of computed.steps) check(step, explainStep(computed, step, ROOM).drawing, count);
}

/** A random lesson's own things: horizon and points are drawn alike in all. */
function checkThings(lesson: Lesson, count: Count): void {
  const computed = computeLesson(lesson);
  for (const step of computed.steps)
    if (step.objectId !== "sheet") check(step, explainStep(computed, step, ROOM).drawing, count);
}

test("in every demo lesson and 200 random ones labels keep off each other and off points, and hardly any needs a leader", () => {
  const count: Count = { pictures: 0, labels: 0, leaders: 0, faults: [] };
  for (const name of DEMO_NAMES) checkLesson(demoLesson(name), count);
  for (const name of TRADE_SAMPLE_NAMES) checkThings(tradeSample(name), count);
  let lessons = 0;
  for (const [r, recipe] of RECIPE_NAMES.entries())
    for (const [k, { kind }] of VIEW_KINDS.entries())
      for (const lesson of fc.sample(lessonWith(recipe, kind), {
        numRuns: 2 + (r % 2),
        seed: 811 + 13 * r + k,
      })) {
        lessons++;
        checkThings(lesson, count);
      }
  expect(count.faults).toEqual([]);
  expect(lessons).toBeGreaterThanOrEqual(200);
  expect(count.pictures).toBeGreaterThan(1500);
  expect(count.leaders / count.labels).toBeLessThanOrEqual(0.01);
});

test("a label is taken for as wide as the typeface has it, never for narrower", () => {
  for (const name of DEMO_NAMES) {
    const computed = computeLesson(demoLesson(name));
    for (const step of computed.steps)
      for (const { lines, size } of textsOf(explainStep(computed, step, ROOM).drawing)) {
        const true_ = measureText(lines[0] ?? "", size, "bold");
        expect(widthOfText(lines[0] ?? "") * size, lines[0]).toBeGreaterThanOrEqual(true_ - 0.01);
        expect(widthOfText(lines[0] ?? "") * size, lines[0]).toBeLessThanOrEqual(true_ * 1.2 + 0.3);
      }
  }
});

test("the same lesson always has the same picture", () => {
  const lesson = demoLesson("ticket-kiosk");
  const [one, other] = [computeLesson(lesson), computeLesson(structuredClone(lesson))];
  for (const [i, step] of one.steps.entries())
    expect(explainStep(one, step, ROOM)).toEqual(explainStep(other, other.steps[i] as Step, ROOM));
});

test("without any colour what stood before, what is new and light, new and firm, and what goes are told apart", () => {
  const seen = { before: new Set<number>(), light: new Set<number>(), firm: new Set<number>() };
  let going = 0;
  for (const name of DEMO_NAMES) {
    const { paper, sheet, steps } = computeLesson(demoLesson(name));
    for (const step of steps.filter((s) => !s.task)) {
      const strokes = new Map(paper.strokes.map((s) => [s.id, s]));
      for (const mark of drawStep(paper, sheet, step, "card").marks) {
        const stroke = strokes.get(mark.id.split("#")[0] ?? "");
        if (mark.kind !== "path" || !mark.ink || !stroke) continue;
        const { colour, dash, width } = mark.ink;
        if (colour === "going") {
          going++;
          expect(dash.length, mark.id).toBeGreaterThan(0);
        } else if (colour !== "new") seen.before.add(width);
        else if (stroke.role === "outline" && step.lastMove >= stroke.firmFrom && mark.id.includes("#edge"))
          seen.firm.add(width);
        else if (stroke.role === "construction" || mark.id.includes("#tail")) seen.light.add(width);
      }
    }
  }
  // A printed line a third thicker than another is seen to be so: common practice, no published source.
  expect(Math.max(...seen.before) * 1.33).toBeLessThan(Math.min(...seen.light));
  expect(Math.max(...seen.light) * 1.33).toBeLessThan(Math.min(...seen.firm));
  expect(going).toBeGreaterThan(50);
});
