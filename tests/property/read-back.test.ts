import { expect, test } from "vitest";
import { sampleLesson, VIEW_KINDS } from "#core/document/changes";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import { RECIPE_NAMES } from "#core/drawing/recipes";
import { formatLength } from "#core/ground/base";
import { AGE_BANDS, type AgeBand } from "#core/ground/plan";
import { isCounted, isRinged, rulerMarkMm } from "#core/telling/told";
import { DEMO_NAMES, demoLesson } from "../demo-lesson.ts";
import { factsOfAct } from "../follower/facts-of-act.ts";
import { factsRead } from "../follower/read-back.ts";
import { holds } from "../holds.ts";

// Whatever an act tells is in its words: they are read back to the same facts, at every length of sentence.

const LESSONS: readonly Lesson[] = [
  ...DEMO_NAMES.map(demoLesson),
  ...RECIPE_NAMES.flatMap((recipe) => VIEW_KINDS.map(({ kind }) => sampleLesson(recipe, kind))),
];
/** As they were told last: to another age the same drawing is told otherwise. */
const told: ComputedLesson[] = [];

const AGES = Object.keys(AGE_BANDS) as AgeBand[];
const DEPTHS = ["measured", "by-eye"] as const;

test.each(AGES.flatMap((age) => DEPTHS.map((depths) => [age, depths] as const)))(
  "told to %s with depths %s, every act can be read back from its sentences",
  (ageBand, depths) => {
    let read = 0;
    for (const [i, lesson] of LESSONS.entries()) {
      const plan = { ...lesson.plan, ageBand, depths };
      const computed = computeLesson({ ...lesson, plan }, told[i] ?? null);
      told[i] = computed;
      const { steps, sheet } = computed;
      const mark = rulerMarkMm(sheet);
      const marksOf = new Map<string, string>();
      for (let n = 0; n < 900; n++) marksOf.set(formatLength(n * mark, sheet), `${n}`);
      for (const step of steps)
        for (const { told, sentences } of step.acts) {
          const { act } = told;
          // Slides, curves, tones and templates are checked by whoever follows them only.
          if (act.do === "slide" || act.do === "curve" || act.do === "fill" || act.do === "template")
            continue;
          // What is ringed or counted in the picture is only counted in the words.
          if (act.do === "rule" && isRinged(act.lines.map((l) => l.from))) continue;
          if (act.do === "go-over" && isCounted(act.lines)) continue;
          read++;
          const meets = act.do === "rule" && act.meets === true;
          const wanted = factsOfAct(act, mark, sheet.unit === "in").filter(
            (f) => !meets || !/ ends /.test(f),
          );
          const said = factsRead(
            sentences.slice((told.anew ?? []).length),
            (l) => marksOf.get(l) ?? `? ${l}`,
          );
          const facts = [...new Set(said.filter((f) => f !== "meets"))].sort();
          const expected = [...new Set(wanted)].sort();
          holds(
            facts.join("\n") === expected.join("\n"),
            () =>
              `${step.id}: "${sentences.join(" ")}" says\n${facts.join("\n")}\ninstead of\n${expected.join("\n")}`,
          );
        }
    }
    expect(read).toBeGreaterThan(2300);
  },
);
