import { applyChanges, setNarration } from "#core/document/changes";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { placeInWords } from "#core/document/proposals";
import type { Cue } from "#core/time/narration";
import { changeAt } from "../change-at.ts";
import { lesson, put, views } from "../unit/put-down.ts";

/** Things on a quay, drawn with one vanishing point. */
export const crates = put(
  put(put(lesson(views.one, []), "box", [30, 100], [80, 150]), "house", [180, 120], [240, 180]),
  "row",
  [100, 180],
  [101, 140],
);

const FILLERS = ["okay so", "now", "and then", "all right", "so what I do is", "and here", "um", "next"];

/** A narration told from the steps' own words, some of them left out and some said in between; it knows where each step begins. */
export function toldFrom(
  steps: readonly { id: string; title: string; instruction: readonly string[] }[],
  seed: number,
) {
  let state = seed;
  const chance = () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
  const cues: Cue[] = [];
  const begins = new Map<string, number>();
  let at = 1000;
  const say = (text: string) => {
    const words = text.split(/\s+/).filter(Boolean);
    for (let i = 0; i < words.length; i += 8) {
      const part = words.slice(i, i + 8);
      cues.push({
        id: `c${cues.length + 1}`,
        startMs: at,
        endMs: at + part.length * 420,
        text: part.join(" "),
      });
      at += part.length * 420;
    }
    at += 900;
  };
  say("Hello and welcome to the quay. Today we draw together, so have everything ready.");
  for (const step of steps) {
    begins.set(step.id, at);
    const words = `${step.title}. ${step.instruction.join(" ")}`.split(/\s+/).filter(() => chance() > 0.25);
    say(`${FILLERS[Math.floor(chance() * FILLERS.length)]} ${words.join(" ")}.`);
    if (chance() > 0.5) say("I take my time with this, and I keep the pencil sharp.");
    at += Math.floor(chance() * 15_000);
  }
  say("That is all for today. Thank you for drawing with me.");
  return { cues, begins };
}

/** The quay, or another lesson, told so, with every step at the word where it seems to begin. */
export const withTake = (seed: number, of: Lesson = crates): Lesson => {
  const { cues } = toldFrom(computeLesson(of).steps, seed);
  const changed = applyChanges(of, setNarration(of, "told.vtt", cues));
  if (!changed.ok) throw new Error("no take");
  const { places: placed } = placeInWords(computeLesson(changed.value.lesson));
  const take = findCurrentTake(changed.value.lesson);
  const anchored = applyChanges(changed.value.lesson, [
    changeAt(
      `take/${take?.id}`,
      "anchors",
      Object.fromEntries(placed.map((p) => [p.stepId, { wordId: p.wordId, offsetMs: 0 }])),
    ),
  ]);
  if (!anchored.ok) throw new Error(anchored.findings[0]?.message);
  return anchored.value.lesson;
};
