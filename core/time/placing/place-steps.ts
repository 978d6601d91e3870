import { type Heard, type Sentence, sentencesOf, type Token } from "../narration/index.ts";
import { calibrated } from "./calibrated.ts";
import { type Clause, clausesOf } from "./clauses.ts";
import { type ExpectedStep, expectedOf, type TellableStep } from "./expected.ts";
import { beginnings, forwardBackward, type Pins } from "./forward-backward.ts";
import { likeliest } from "./likeliest.ts";
import { type Kept, modelOf, nothingKept } from "./model.ts";
import { settlesMost } from "./settle-most.ts";
import { WEIGHTS } from "./weights.ts";

/** Where a step seems to begin in the words. */
export interface PlacedStep {
  readonly stepId: string;
  /** False where nothing seems to be said of it: its lines would then go to the word, before the next step begins. */
  readonly said: boolean;
  readonly wordId: string;
  /** 0 to 1: in so many cases of a hundred such a place is right to two seconds, or nothing is said of such a step. */
  readonly confidence: number;
}

export interface Placing {
  /** Every step for which there is room in the words, in order; pinned ones where they are pinned, with confidence 1. */
  readonly places: readonly PlacedStep[];
  /** The step whose place, once pinned, settles the most of the others; null when none would. Worked out when asked for. */
  readonly settles: () => string | null;
}
export const NOTHING_PLACED: Placing = { places: [], settles: () => null };

/** A place this sure is taken without a look. */
const SURE = 0.85;
export const isSure = (place: PlacedStep): boolean => place.confidence >= SURE;

/** Places the steps of a narration anew for each set of pins; what does not hang on them is worked out once. */
export type Placer = (pinned?: ReadonlyMap<string, string>) => Placing;

/**
 * Places every step that is not pinned, from what is said and where the pinned ones are. All of it is one model of the whole
 * narration (`model.ts`): what is said before, between and after the steps, steps that are not said, asides. `pinned` has
 * the word at which a step begins, by its id; pins that run against the order of the steps stay and bind nothing.
 */
export function makePlacer(
  steps: readonly TellableStep[],
  tokens: readonly Token[],
  heard: readonly Heard[],
): Placer {
  const expected = expectedOf(steps);
  const sentences = sentencesOf(tokens);
  const kept = nothingKept();
  return (pinned = new Map()) => place(steps, expected, sentences, heard, pinned, kept);
}

function place(
  steps: readonly TellableStep[],
  expected: readonly ExpectedStep[],
  sentences: readonly Sentence[],
  heard: readonly Heard[],
  pinned: ReadonlyMap<string, string>,
  kept: Kept,
): Placing {
  if (steps.length === 0 || sentences.length === 0) return NOTHING_PLACED;
  const clauses = clausesOf(sentences, new Set(pinned.values()));
  const pins = pinsOf(steps, clauses, pinned);
  const model = modelOf(expected, clauses, heard, WEIGHTS, kept);
  const sums = forwardBackward(model, pins);
  const found = likeliest(beginnings(model, sums), clauses);
  const wordAt = wordsFor(
    found.map((f) => f.clause),
    clauses,
  );
  const places = steps.flatMap((step, i): PlacedStep[] => {
    const { clause = null, chance = 0 } = found[i] ?? {};
    const own = pinned.get(step.id);
    if (own !== undefined) return [{ stepId: step.id, said: true, wordId: own, confidence: 1 }];
    const wordId = wordAt[i];
    if (!wordId) return [];
    const said = clause !== null;
    return [{ stepId: step.id, said, wordId, confidence: calibrated(chance, said) }];
  });
  const settles = () => steps[settlesMost(model, sums, clauses, new Set(pins.keys())) ?? -1]?.id ?? null;
  return { places, settles };
}

/** The clauses the pinned steps begin with; of pins against the order the most that keep it. */
function pinsOf(
  steps: readonly TellableStep[],
  clauses: readonly Clause[],
  pinned: ReadonlyMap<string, string>,
): Pins {
  if (pinned.size === 0) return new Map();
  // A pinned word begins a clause.
  const clauseOf = new Map(clauses.map((c, j) => [c.tokens[0]?.wordId ?? "", j] as const));
  const all = steps.flatMap((step, i): (readonly [number, number])[] => {
    const clause = clauseOf.get(pinned.get(step.id) ?? "");
    return clause === undefined ? [] : [[i, clause]];
  });
  return new Map(longestRising(all));
}

/** The longest part of a list whose second numbers rise (M. Fredman, 1975, from memory). */
function longestRising<P extends readonly [number, number]>(pairs: readonly P[]): P[] {
  const length = pairs.map(() => 1);
  const before = pairs.map(() => -1);
  for (const [i, pair] of pairs.entries())
    for (let k = 0; k < i; k++)
      if ((pairs[k]?.[1] ?? 0) < pair[1] && (length[k] ?? 0) + 1 > (length[i] ?? 0)) {
        length[i] = (length[k] ?? 0) + 1;
        before[i] = k;
      }
  const rising: P[] = [];
  for (let i = length.indexOf(Math.max(...length, 0)); i >= 0; i = before[i] ?? -1) {
    const pair = pairs[i];
    if (pair) rising.unshift(pair);
  }
  return rising;
}

/** For each step the word it begins at; for one not said a word before the next one that is said, apart from all others. */
function wordsFor(at: readonly (number | null)[], clauses: readonly Clause[]): (string | undefined)[] {
  // Words are counted through: the clause that begins with the first that is not before a word has it.
  const begins = [0];
  for (const { tokens } of clauses) begins.push((begins.at(-1) ?? 0) + tokens.length);
  const count = begins.at(-1) ?? 0;
  const idOf = (word: number) => {
    const clause = begins.findLastIndex((from) => from <= word);
    return clauses[clause]?.tokens[word - (begins[clause] ?? 0)]?.wordId;
  };
  const places = at.map((clause) => (clause === null ? null : (begins[clause] ?? null)));
  for (let i = 0; i < places.length; ) {
    if (places[i] !== null) {
      i++;
      continue;
    }
    let next = i;
    while (next < places.length && places[next] === null) next++;
    const from = i === 0 ? -1 : (places[i - 1] ?? -1);
    const to = next < places.length ? (places[next] ?? count) : count;
    // Unsaid ones share the second half of what lies between: the step before is told in the first.
    const room = (to - from) / 2;
    for (let k = i; k < next; k++) {
      const place = Math.floor(to - (room * (next - k)) / (next - i + 1));
      places[k] = place > (places[k - 1] ?? -1) && place < to ? place : null;
    }
    i = next;
  }
  return places.map((word) => (word === null ? undefined : idOf(word)));
}
