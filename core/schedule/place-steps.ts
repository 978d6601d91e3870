import { parseLength } from "../base/index.ts";
import type { Heard, Token } from "../narration/index.ts";
import { sentencesOf } from "../narration/index.ts";
import type { Step } from "../steps/index.ts";
import type { Anchors } from "./anchor.ts";

/** Where a step seems to begin in the words. */
export interface Placed {
  readonly stepId: string;
  readonly wordId: string;
  /** 0 to 1: how much better this place suits the step than the one before it. */
  readonly confidence: number;
}

/** Words that say nothing about a step. */
const EMPTY: ReadonlySet<string> = new Set(
  "a an and the of to in on at for from with it its is are be this that these those you your we our i my me so now then okay ok just really very gonna going go get do does did up down out over here there one as if but not no all can will would could should have has had like know right little bit let's them they he she or by into what when where how about some more each".split(
    " ",
  ),
);

/** Words of one meaning in this trade: common practice, no published source. */
const SYNONYMS: Readonly<Record<string, string>> = {
  vp: "point",
  vanish: "point",
  dot: "point",
  vertic: "upright",
  horizont: "level",
  rub: "erase",
  eras: "erase",
  clean: "erase",
  connect: "join",
  rule: "draw",
  sketch: "draw",
  curb: "kerb",
  eyelevel: "horizon",
  tile: "floor",
  crate: "box",
  cube: "box",
  gable: "roof",
  peak: "roof",
  ridge: "roof",
  diagon: "cross",
  tail: "guide",
  back: "far",
};

/** The stem of a word: plain endings off, words of one meaning made one (after M. Porter, 1980, simplified, from memory). */
export function stemOf(word: string): string {
  const bare = word.toLowerCase().replace(/[^a-z0-9½¼¾/]/g, "");
  if (bare.length <= 3) return SYNONYMS[bare] ?? bare;
  const stem = bare
    .replace(/(?:ings?|edly|ed|ers?|ly|ies|es|s)$/, (end) => (bare.length - end.length >= 3 ? "" : end))
    .replace(/(.)\1$/, "$1")
    .replace(/e$/, "");
  return SYNONYMS[stem] ?? SYNONYMS[bare] ?? stem;
}

/** How strongly a spoken measure that a step also states ties it there, in words of evidence. */
const SAME_MEASURE = 2.5;
/** How strongly the order of time pulls a step that nothing else places, per share of the lesson squared. */
const PULL = 6;
/** A first sentence that suits its step counts once more, at most so much. */
const OWN_WORDS = 1.5;
const MM: Readonly<Record<string, number>> = { in: 25.4, cm: 10, mm: 1, ft: 304.8, m: 1000 };

/**
 * Places every step at the sentence where it seems to begin: the monotone sequence of starts under which each stretch of
 * speech suits its step best, by dynamic programming (R. Bellman, 1957). Rare words count more than common ones (K. Spärck
 * Jones, 1972, from memory). `share` is each step's part of the time by estimate, in order; fixed anchors stay.
 */
export function placeSteps(
  steps: readonly Step[],
  tokens: readonly Token[],
  heard: readonly Heard[],
  share: readonly number[],
  fixed: Anchors = {},
): Placed[] {
  const sentences = sentencesOf(tokens);
  const [s, n] = [steps.length, sentences.length];
  if (s === 0 || n === 0) return [];
  const fits = suits(
    steps,
    sentences.map((x) => x.tokens),
    heard,
  );
  const lastMs = tokens[tokens.length - 1]?.endMs ?? 1;
  const sentenceOfWord = new Map(sentences.flatMap((x, j) => x.tokens.map((t) => [t.wordId, j] as const)));
  const startShare = sentences.map((x) => (x.tokens[0]?.startMs ?? 0) / lastMs);
  const openings = sentences.map((x, j) => openingOf(x.tokens, sentences[j - 1]?.tokens ?? []));
  let sum = 0;
  const expected = share.map((part) => {
    const at = sum;
    sum += part;
    return at;
  });
  // Prefix sums: what it is worth that sentences up to j belong to step i.
  const prefix = fits.map((row) => {
    const sums = [0];
    for (const [j, v] of row.entries()) sums.push((sums[j] ?? 0) + v);
    return sums;
  });
  const NEVER = Number.NEGATIVE_INFINITY;
  const best: number[][] = [];
  const from: number[][] = [];
  for (let i = 0; i < s; i++) {
    const row: number[] = new Array(n).fill(NEVER);
    const back: number[] = new Array(n).fill(-1);
    const anchor = fixed[steps[i]?.id ?? ""];
    const must = anchor ? sentenceOfWord.get(anchor.wordId) : undefined;
    // The best of what came before, with the step before speaking up to here: kept as one runs along.
    let [running, at] = [NEVER, -1];
    for (let j = 0; j < n; j++) {
      const before = best[i - 1]?.[j - 1];
      if (before !== undefined && before > NEVER) {
        const value = before - (prefix[i - 1]?.[j - 1] ?? 0);
        if (value > running) [running, at] = [value, j - 1];
      }
      if (must !== undefined && must !== j) continue;
      // A step begins where its own words begin: what says nothing of it still belongs to the one before.
      const begins = Math.min(OWN_WORDS, fits[i]?.[j] ?? 0) + (openings[j] ?? 0);
      const worth = begins - PULL * ((startShare[j] ?? 0) - (expected[i] ?? 0)) ** 2;
      if (i === 0) row[j] = worth;
      else if (running > NEVER) {
        row[j] = running + (prefix[i - 1]?.[j] ?? 0) + worth;
        back[j] = at;
      }
    }
    best.push(row);
    from.push(back);
  }
  let end = -1;
  let top = NEVER;
  for (let j = 0; j < n; j++) {
    const value = (best[s - 1]?.[j] ?? NEVER) + (prefix[s - 1]?.[n] ?? 0) - (prefix[s - 1]?.[j] ?? 0);
    if (value > top) [top, end] = [value, j];
  }
  // More steps than sentences: some cannot have words of their own.
  if (end < 0) return [];
  const starts: number[] = [];
  for (let i = s - 1, j = end; i >= 0; i--) {
    starts.unshift(j);
    j = from[i]?.[j] ?? -1;
  }
  return starts.flatMap((j, i): Placed[] => {
    const [step, first] = [steps[i], sentences[j]?.tokens[0]];
    if (!step || !first) return [];
    if (fixed[step.id]) return [{ stepId: step.id, wordId: fixed[step.id]?.wordId ?? "", confidence: 1 }];
    const until = Math.min(starts[i + 1] ?? n, j + 3);
    let evidence = 0;
    for (let k = j; k < until; k++)
      evidence += (fits[i]?.[k] ?? 0) - Math.max(0, fits[i - 1]?.[k] ?? 0) * 0.6;
    return [
      {
        stepId: step.id,
        wordId: first.wordId,
        confidence: Math.max(0.02, 1 - Math.exp(-Math.max(0, evidence) / 2)),
      },
    ];
  });
}

/** How much a sentence sounds like a new thought: after a silence, or with a word that opens one. */
function openingOf(tokens: readonly Token[], before: readonly Token[]): number {
  const silence = (tokens[0]?.startMs ?? 0) - (before[before.length - 1]?.endMs ?? 0);
  const opens = /^(?:okay|ok|so|now|next|then|and|alright|all|right|good|great)$/.test(
    tokens[0]?.plain.replace(/,$/, "") ?? "",
  );
  return Math.min(0.5, Math.max(0, silence) / 4000) + (opens ? 0.3 : 0);
}

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
  const readings = steps.map((step) => step.readings.flatMap(mmIn));
  const measures = new Map<string, number>();
  for (const h of heard) {
    const { amount } = h;
    const mm =
      amount && typeof amount.value === "number"
        ? amount.value * (MM[amount.unit] ?? Number.NaN)
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
      if (stem.length < 2 || EMPTY.has(word.toLowerCase()) || /^\d+$/.test(stem)) continue;
      terms.set(stem, Math.max(terms.get(stem) ?? 0, weight));
    }
  };
  for (const sentence of step.instruction) add(sentence, 0.8);
  add(step.check, 0.4);
  for (const reading of step.readings) add(reading, 0.4);
  add(step.title, 1.6);
  if (step.kind === "erase") add("erase rub guide", 1.6);
  return terms;
}

/** Lengths written in a reading, in mm: "2 1⁄2 in from the left edge". */
export function mmIn(reading: string): number[] {
  const written = reading.replaceAll("\u00a0", " ").replaceAll("\u2044", "/");
  return [...written.matchAll(/(\d+(?:\.\d+)?(?: \d+\/\d+)?|\d+\/\d+) (in|mm|cm)\b/g)].flatMap(
    ([, number, unit]) => {
      const mm = parseLength(`${number} ${unit}`, { unit: "mm", smallestFraction: 16 }, 0);
      return mm === null ? [] : [mm];
    },
  );
}
