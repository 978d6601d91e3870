// Words and times: how long an hour of narration takes, against a frame and against a general-purpose diff.
import { diffArrays } from "diff";
import { applyChanges, setNarration } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import { placeInWords } from "#core/document/proposals";
import { alignWords, type Cue, readCaptions, tokensOf, understand } from "#core/time/narration";
import { makePlacer } from "#core/time/placing";
import { changeAt } from "../change-at.ts";
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
  `${placing.median.toFixed(0)} ms median; ${(placing.median / 150).toFixed(2)} of 150 ms; ${(placing.median / once.median).toFixed(2)} of understanding it`,
);
const placer = makePlacer(forty.steps, tokensOf(cues), computed.heard);
const found = placer().places;
const again = timesMs(20, (run) => {
  const pinned = found[run % found.length];
  placer(new Map(pinned ? [[pinned.stepId, pinned.wordId]] : []));
});
row(
  "  placing them again after a pin",
  `${again.median.toFixed(0)} ms median; ${(again.median / 50).toFixed(2)} of 50 ms`,
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
    changeAt(`take/${take?.id}`, "edits", [{ kind: "hold", atMs: 60_000 + run * 1000, ms: 9000 }]),
  ]);
  if (edited.ok) state = computeLesson(edited.value.lesson, state);
});
row(
  "  an edit of it to the new schedule",
  `${edit.median.toFixed(1)} ms median; ${(edit.median / 16.7).toFixed(2)} of a frame`,
);

/** Captions that once took a quadratic time: four times as long a file must take four times as long, not sixteen. */
const vtt = (words: string) => `WEBVTT\n\n00:01.000 --> 00:02.000\n${words}`;
const stamp = (i: number) =>
  `w<${String(Math.floor(i / 3600)).padStart(2, "0")}:${String(Math.floor(i / 60) % 60).padStart(2, "0")}:${String(i % 60).padStart(2, "0")}.500>`;
const TEXTS: Readonly<Record<string, (n: number) => string>> = {
  "plain lines": (n) =>
    Array.from(
      { length: n },
      (_, i) =>
        `${Math.floor(i / 3600)}:${String(Math.floor(i / 60) % 60).padStart(2, "0")}:${String(i % 60).padStart(2, "0")} draw`,
    ).join("\n"),
  "the same time again and again": (n) => "1:05 draw\n".repeat(n),
  "one time, then words": (n) => `1:05 a\n${"1:06 b\nmore\nmore\n".repeat(n / 3)}`,
  "brackets that open": (n) => vtt("<".repeat(n)),
  "brackets that open, one that closes": (n) => vtt(`${"<".repeat(n)}>`),
  "tags that never close": (n) => vtt("</".repeat(n)),
  "names that never end": (n) => vtt("&".repeat(n)),
  "times between words": (n) =>
    `WEBVTT\n\n00:00.000 --> 500:00:00.000\n${Array.from({ length: n }, (_, i) => stamp(i)).join("")}`,
  spaces: (n) => `1:05 ${" ".repeat(n)}\u2028x\n1:06 y`,
};
console.log("Reading captions of 48,000 pieces, and how much longer than 12,000 (4 is linear, 16 quadratic)");
for (const [name, make] of Object.entries(TEXTS)) {
  const [small, large] = [12_000, 48_000].map((n) => {
    const text = make(n);
    return timesMs(5, () => void readCaptions(text)).median;
  });
  row(`  ${name}`, `${large?.toFixed(0)} ms, ${((large ?? 0) / (small || 1)).toFixed(1)} times as long`);
}
