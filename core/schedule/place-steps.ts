import { type Heard, sentencesOf, type Token } from "../narration/index.ts";
import type { Step } from "../steps/index.ts";
import type { Anchors } from "./anchor.ts";
import { suits } from "./suits.ts";

/** Where a step seems to begin in the words. */
export interface PlacedStep {
  readonly stepId: string;
  readonly wordId: string;
  /** 0 to 1: how much better this place suits the step than the one before it. */
  readonly confidence: number;
}

/** How strongly the order of time pulls a step that nothing else places, per share of the lesson squared. */
const PULL = 6;
/** A first sentence that suits its step counts once more, at most so much. */
const OWN_WORDS = 1.5;
/**
 * Places every step at the sentence where it seems to begin: the monotone sequence of starts under which each stretch of
 * speech suits its step best, by dynamic programming (R. Bellman, 1957). Rare words count more than common ones (K. Spärck
 * Jones, 1972, from memory). `share` is each step's part of the time by estimate, in order; fixed anchors stay.
 */
export function alignSteps(
  steps: readonly Step[],
  tokens: readonly Token[],
  heard: readonly Heard[],
  share: readonly number[],
  fixed: Anchors = {},
): PlacedStep[] {
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
  return starts.flatMap((j, i): PlacedStep[] => {
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
