// Words and times: how long an hour of narration takes, against a frame and against a general-purpose diff.
import { diffArrays } from "diff";
import { applyChanges, setNarration } from "#core/changes";
import { findCurrentTake } from "#core/lesson";
import { alignWords, type Cue, tokensOf, understand } from "#core/narration";
import { computeLesson } from "#core/pipeline";
import { placeInWords } from "#core/proposals";
import { allLabelled } from "../narrations/labelled.ts";
import { quay } from "./lessons.ts";
import { row, timesMs } from "./measure.ts";

const WORDS = 9000;

/** An hour of speech: the labelled narrations one after another until there are enough words. */
function anHour(): Cue[] {
  const cues: Cue[] = [];
  let [at, words] = [0, 0];
  const all = [...allLabelled("develop"), ...allLabelled("held")].flatMap((n) => n.cues);
  for (let i = 0; words < WORDS; i++) {
    const text = all[i % all.length]?.text ?? "";
    const count = text.split(" ").length;
    cues.push({ id: `c${cues.length + 1}`, startMs: at, endMs: at + count * 400, text });
    at += count * 400;
    words += count;
  }
  return cues;
}

const cues = anHour();
const lesson = quay(10);
const changed = applyChanges(lesson, setNarration(lesson, "hour.vtt", cues));
if (!changed.ok) throw new Error(changed.findings[0]?.message);

console.log("An hour of narration, 9,000 words");
const once = timesMs(5, () => void understand(cues));
row("  understanding it, once for a take", `${once.median.toFixed(0)} ms median`);
const computed = computeLesson(changed.value.lesson);
const forty = { ...computed, steps: computed.steps.slice(0, 40) };
const placing = timesMs(10, () => void placeInWords(forty));
row(
  `  placing ${forty.steps.length} steps in it`,
  `${placing.median.toFixed(0)} ms median; ${(placing.median / 150).toFixed(2)} of 150 ms`,
);
const old = tokensOf(cues).map((t) => t.plain);
const next = old.flatMap((w, i) =>
  i % 20 === 3 ? [] : i % 20 === 9 ? ["otherwise", w] : i % 20 === 15 ? ["changed"] : [w],
);
const ours = timesMs(10, () => void alignWords(old, next));
const theirs = timesMs(3, () => void diffArrays(old, next));
row(
  "  carrying words to a take with 15 % of them changed",
  `${ours.median.toFixed(0)} ms median; ${(ours.median / theirs.median).toFixed(3)} of a general diff (${theirs.median.toFixed(0)} ms)`,
);
const take = findCurrentTake(changed.value.lesson);
let state = computed;
const edit = timesMs(20, (run) => {
  const edited = applyChanges(state.lesson, [
    {
      id: `take/${take?.id}`,
      field: "edits",
      value: [{ kind: "hold", atMs: 60_000 + run * 1000, ms: 9000 }],
    },
  ]);
  if (edited.ok) state = computeLesson(edited.value.lesson, state);
});
row(
  "  an edit of it to the new schedule",
  `${edit.median.toFixed(1)} ms median; ${(edit.median / 16.7).toFixed(2)} of a frame`,
);
