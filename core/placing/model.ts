import type { Heard } from "../narration/index.ts";
import type { Clause } from "./clauses.ts";
import {
  A_WORD,
  beginEvidence,
  beginOfEvidence,
  besideEvidence,
  type Feature,
  OPENINGS,
  openingOf,
  rarityIn,
  signEvidence,
  signsOf,
  UNKNOWN,
  unsaidEvidence,
  type Weights,
  wordEvidence,
} from "./evidence.ts";
import type { ExpectedStep } from "./expected.ts";
import { type SaidKept, saidIn } from "./said.ts";

/**
 * Speech as a walk through states, one a clause: before the lesson's first step; or, once a step has begun, leading up to it,
 * telling one of its actions, or saying something beside it. A step is begun at most once, in order; one that is passed over
 * is not said. A hidden Markov model with log-linear scores (L. Rabiner, 1989; J. Lafferty et al., 2001, from memory).
 */
export interface Model {
  readonly clauses: number;
  readonly steps: number;
  /** First state of each step: what leads up to it, its actions in order, what is said beside it. State 0 is before all. */
  readonly first: readonly number[];
  readonly states: number;
  /** Scores of each clause in each state, clause by clause, nats. */
  readonly within: Float64Array;
  /** Scores of beginning any step with a clause, and how the clause opens; nats. */
  readonly begins: Float64Array;
  readonly opens: Uint8Array;
  /** What comes to that for each state a step may begin in, by how the clause opens; nats. */
  readonly beginsIn: readonly Float64Array[];
  readonly unsaid: readonly number[];
  /** An order to act was given in the clause. */
  readonly ordered: readonly boolean[];
  readonly weights: Weights;
}

/** What was worked out for the same steps and the same speech before: another cut of it at a pin needs little more. */
export interface Kept {
  /** Scores in every state, by what they are scores of. */
  readonly scores: Map<string, Float64Array>;
  readonly said: SaidKept;
}
export const nothingKept = (): Kept => ({ scores: new Map(), said: new Map() });

export function modelOf(
  steps: readonly ExpectedStep[],
  clauses: readonly Clause[],
  heard: readonly Heard[],
  weights: Weights,
  kept: Kept = nothingKept(),
): Model {
  const said = saidIn(clauses, heard, kept.said);
  const rarity = rarityIn(steps);
  const { first, states } = statesOf(steps);
  const within = new Float64Array(clauses.length * states);
  const begins = new Float64Array(clauses.length);
  const opens = new Uint8Array(clauses.length);
  let sum = 0;
  const put = (feature: Feature, amount: number) => {
    sum += weights[feature] * amount;
  };
  const summed = (gather: () => void) => {
    sum = 0;
    gather();
    return sum;
  };
  const beginsIn = OPENINGS.map((opening) => {
    const row = new Float64Array(states).fill(Number.NEGATIVE_INFINITY);
    for (const [i, step] of steps.entries())
      for (let a = -1; a < step.actions.length; a++)
        row[(first[i] ?? 0) + a + 1] = summed(() => beginOfEvidence(step, a, opening, put));
    return row;
  });
  const aWord = { known: weights.words * A_WORD, leading: weights.leadUnknown * UNKNOWN };
  /** Scores in every state of every step that are the same wherever they are met. */
  const inEveryState = (key: string, gather: (step: ExpectedStep, a: number) => void) => {
    const known = kept.scores.get(key);
    if (known) return known;
    const row = new Float64Array(states);
    for (const [i, step] of steps.entries())
      for (let a = -1; a < step.actions.length; a++)
        row[(first[i] ?? 0) + a + 1] = summed(() => gather(step, a));
    kept.scores.set(key, row);
    return row;
  };
  for (const [j, here] of said.entries()) {
    const row = j * states;
    const known = [...here.stems].filter((stem) => rarity.known.has(stem));
    const unknown = here.stems.size - known.length;
    const signs = inEveryState(`signs ${signsOf(here)}`, (step, a) => signEvidence(here, step, a, put));
    within.set(signs, row);
    for (const stem of known) {
      const word = inEveryState(`word ${stem}`, (step, a) => wordEvidence(stem, step, a, rarity, put));
      for (let k = 1; k < states; k++) within[row + k] = (within[row + k] ?? 0) + (word[k] ?? 0);
    }
    const beside = summed(() => besideEvidence(here, rarity, put));
    within[row] = beside;
    for (let i = 0; i < steps.length; i++) {
      const [from, to] = [row + (first[i] ?? 0), row + (first[i + 1] ?? states) - 1];
      // Words no step knows say the same everywhere.
      within[from] = (within[from] ?? 0) + aWord.leading * unknown;
      for (let k = from + 1; k < to; k++) within[k] = (within[k] ?? 0) + aWord.known * unknown;
      within[to] = beside;
    }
    begins[j] = summed(() => beginEvidence(clauses, said, j, put));
    opens[j] = openingOf(clauses[j]);
  }
  return {
    clauses: clauses.length,
    steps: steps.length,
    first,
    states,
    within,
    begins,
    opens,
    beginsIn,
    unsaid: steps.map((step) => summed(() => unsaidEvidence(step, put))),
    ordered: said.map((s) => s.kinds.has("act-now")),
    weights,
  };
}

function statesOf(steps: readonly ExpectedStep[]): { first: number[]; states: number } {
  const first: number[] = [];
  let states = 1;
  for (const step of steps) {
    first.push(states);
    states += step.actions.length + 2;
  }
  return { first, states };
}

/** How a walk goes on within a step from one of its states to another, the last of which is beside it; nats. */
export function passScore(
  weights: Weights,
  last: number,
  from: number,
  to: number,
  ordered: boolean,
): number {
  if (from === to) return 0;
  if (from === 0) return to === last ? Number.NEGATIVE_INFINITY : weights.pastAction * (to - 1);
  if (to === 0) return Number.NEGATIVE_INFINITY;
  if (to === last) return weights.aside + (ordered ? weights.asideAfterOrder : 0);
  if (from === last) return weights.resumed + (ordered ? weights.resumedAfterOrder : 0);
  if (to < from) return Number.NEGATIVE_INFINITY;
  return weights.onward + weights.pastAction * (to - from - 1);
}
