import { MM_PER } from "../../ground/lexicon/index.ts";
import { lengthsIn, type Step } from "../../telling/steps/index.ts";
import { type Heard, type HeardKind, sentencesOf, type Token } from "../narration/index.ts";
import { ELSEWHERE } from "./said.ts";
import { contentStems, saysNothing, stemOf } from "./stems.ts";

/** A sentence that tells of drawing which no step does. */
export interface Stray {
  readonly wordIds: readonly string[];
  readonly startMs: number;
  readonly text: string;
}

/** Above this a sentence suits a step so well that it is about it, whatever else it says: its own measure, or rare words. */
const ABOUT_A_STEP = 1.6;
/** A sentence of which so much is in no step's words speaks of something else. */
const UNKNOWN_SHARE = 0.5;
const LEAST_UNKNOWN = 2;
/** Things a class draws: one that no step names is enough. Common practice, no published source. */
const THINGS: ReadonlySet<string> = new Set(
  "house shed hut building window door shutter chimney tree bush cloud post pole bollard fence rail plank stairs ladder arch column bench chair table shelf book road path lane street lamp lantern hill bridge gate boat barge skiff sign wheel cart planter flag rope anchor bucket barrel clock bell seagull bird person"
    .split(" ")
    .map(stemOf),
);
/** How one speaks to a class, whatever is drawn. */
const MANNER: ReadonlySet<string> = new Set(
  ["ahead", "want", "like", "everybody", "everyone", "guys", "please", "turn", "light", "slow", "careful"]
    .concat(["own", "try", "give", "start", "begin", "time", "look", "see", "need", "inch", "centimetre"])
    .concat(["same", "thing", "two", "three", "four", "half", "both", "bit", "remember", "today", "class"])
    .map(stemOf),
);
/** What makes a sentence one that tells the class to draw. */
const TELLS: ReadonlySet<HeardKind> = new Set(["act-now", "to-vp", "measurement"]);
/** What makes it speak of something else than the drawing at hand. */
const ASIDE: ReadonlySet<HeardKind> = new Set([...ELSEWHERE, "watch-only", "caution"]);
/** Shorter sentences ("Go ahead and do that now.") point at what was said before. */
const LEAST_WORDS = 6;

/** Sentences that tell of drawing but suit no step: said and not drawn, or a step that is missing. In the order of speech. */
export function wordsWithoutStep(
  steps: readonly Step[],
  tokens: readonly Token[],
  heard: readonly Heard[],
): Stray[] {
  if (steps.length === 0) return [];
  const kinds = new Map<string, Set<HeardKind>>();
  for (const h of heard)
    for (const id of h.wordIds) kinds.set(id, (kinds.get(id) ?? new Set<HeardKind>()).add(h.kind));
  const telling = sentencesOf(tokens).filter((s) => {
    const here = new Set(s.tokens.flatMap((t) => [...(kinds.get(t.wordId) ?? [])]));
    return (
      s.tokens.length >= LEAST_WORDS &&
      [...here].some((k) => TELLS.has(k)) &&
      ![...here].some((k) => ASIDE.has(k))
    );
  });
  const known = new Set(steps.flatMap((step) => [...termsOf(step).keys()]));
  const fits = suits(
    steps,
    telling.map((s) => s.tokens),
    heard,
  );
  return telling.flatMap((s, j): Stray[] => {
    const first = s.tokens[0];
    if (!first || fits.some((row) => (row[j] ?? 0) > ABOUT_A_STEP)) return [];
    const content = contentStems(s.tokens.map((t) => t.plain).join(" ")).filter((stem) => !MANNER.has(stem));
    const unknown = content.filter((stem) => !known.has(stem));
    const speaksOfOther = unknown.length >= Math.max(LEAST_UNKNOWN, content.length * UNKNOWN_SHARE);
    if (!speaksOfOther && !unknown.some((stem) => THINGS.has(stem))) return [];
    return [
      {
        wordIds: s.tokens.map((t) => t.wordId),
        startMs: first.startMs,
        text: s.tokens.map((t) => t.text).join(" "),
      },
    ];
  });
}

/** How strongly a spoken measure that a step also states ties it there, in words of evidence. */
const SAME_MEASURE = 2.5;

/** For every step and sentence, how well they suit each other. */
function suits(
  steps: readonly Step[],
  sentences: readonly (readonly Token[])[],
  heard: readonly Heard[],
): number[][] {
  const terms = steps.map(termsOf);
  const inSteps = new Map<string, number>();
  for (const own of terms) for (const stem of own.keys()) inSteps.set(stem, (inSteps.get(stem) ?? 0) + 1);
  const rarity = (stem: string) => Math.log((steps.length + 1) / ((inSteps.get(stem) ?? 0) + 0.5));
  const readings = steps.map((step) => step.readings.flatMap(lengthsIn));
  const measures = new Map<string, number>();
  for (const h of heard) {
    const { amount } = h;
    const mm =
      amount && typeof amount.value === "number"
        ? amount.value * (MM_PER[amount.unit] ?? Number.NaN)
        : Number.NaN;
    const first = h.ranges[0];
    if (h.kind === "measurement" && first && Number.isFinite(mm))
      measures.set(`${first.cueId} ${first.from}`, mm);
  }
  const spoken = sentences.map((tokens) => ({
    stems: [...new Set(tokens.flatMap((t) => t.plain.replace(/,$/, "").split(" ").map(stemOf)))],
    mm: tokens.flatMap((t) => measures.get(`${t.cueId} ${t.from}`) ?? []),
  }));
  return steps.map((_, i) =>
    spoken.map(({ stems, mm }) => {
      let value = -0.15;
      for (const stem of stems) {
        const weight = terms[i]?.get(stem);
        if (weight !== undefined) value += weight * Math.max(0, rarity(stem)) * 0.5;
      }
      for (const said of mm) if (readings[i]?.some((r) => Math.abs(r - said) < 0.8)) value += SAME_MEASURE;
      return value;
    }),
  );
}

/** The stems a step would be told with; its title says most. */
function termsOf(step: Step): Map<string, number> {
  const terms = new Map<string, number>();
  const add = (text: string, weight: number) => {
    for (const word of text.split(/[\s:,.;]+/)) {
      const stem = stemOf(word);
      if (stem.length < 2 || saysNothing(word) || /^\d+$/.test(stem)) continue;
      terms.set(stem, Math.max(terms.get(stem) ?? 0, weight));
    }
  };
  add(step.expected, 0.8);
  for (const sentence of step.instruction) add(sentence, 0.8);
  add(step.check, 0.4);
  for (const reading of step.readings) add(reading, 0.4);
  add(step.title, 1.6);
  if (step.kind === "erase") add("erase rub guide", 1.6);
  return terms;
}
