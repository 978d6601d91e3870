import type { Heard } from "../narration/index.ts";
import type { Clause } from "./clauses.ts";
import {
  beginEvidence,
  beginOfEvidence,
  besideEvidence,
  type Feature,
  OPENINGS,
  openingOf,
  rarityIn,
  signPartsOf,
  talkEvidence,
  unsaidEvidence,
  type Weights,
  wordEvidence,
} from "./evidence.ts";
import type { ExpectedStep } from "./expected.ts";
import { type Said, type SaidKept, saidIn } from "./said.ts";

/**
 * Speech as a path through states, one a clause: before the lesson's first step; or, once a step has begun, leading up to it,
 * telling one of its actions, or saying something beside it. A step is begun at most once, in order; one that is passed over
 * is not said. A hidden Markov model with log-linear scores (L. Rabiner, 1989; J. Lafferty et al., 2001, from memory).
 */
export interface Model {
  readonly clauses: number;
  readonly steps: number;
  /** First state of each step: what leads up to it, its actions in order, what is said beside it. State 0 is before all. */
  readonly first: readonly number[];
  readonly states: number;
  /** How each clause goes with each state, clause by clause: e to the power of its score there. */
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
  readonly scores: Map<string, Scores>;
  readonly said: SaidKept;
  readonly clauses: Map<Said, Float64Array>;
}
/** Scores of the states that have any. */
interface Scores {
  readonly at: Int32Array;
  readonly score: Float64Array;
}
export const nothingKept = (): Kept => ({ scores: new Map(), said: new Map(), clauses: new Map() });

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
  /** Scores in the states of every step that are the same wherever they are met. */
  const scoresOf = (key: string, gather: (step: ExpectedStep, a: number) => void): Scores => {
    const known = kept.scores.get(key);
    if (known) return known;
    const scores: [state: number, score: number][] = [];
    for (const [i, step] of steps.entries())
      for (let a = -1; a < step.actions.length; a++) {
        const score = summed(() => gather(step, a));
        if (score !== 0) scores.push([(first[i] ?? 0) + a + 1, score]);
      }
    const made = { at: Int32Array.from(scores, (s) => s[0]), score: Float64Array.from(scores, (s) => s[1]) };
    kept.scores.set(key, made);
    return made;
  };
  const scratch = new Float64Array(states);
  /** How a clause goes with every state. */
  const withinOf = (here: Said) => {
    const beside = summed(() => besideEvidence(here, rarity, put));
    const leading = summed(() => talkEvidence(here, true, rarity, put));
    const told = summed(() => talkEvidence(here, false, rarity, put));
    scratch[0] = beside;
    for (let i = 0; i < steps.length; i++) {
      const [from, to] = [first[i] ?? 0, (first[i + 1] ?? states) - 1];
      scratch[from] = leading;
      scratch.fill(told, from + 1, to);
      scratch[to] = beside;
    }
    const add = ({ at, score }: Scores) => {
      for (let k = 0; k < at.length; k++) {
        const state = at[k] ?? 0;
        scratch[state] = (scratch[state] ?? 0) + (score[k] ?? 0);
      }
    };
    for (const { key, says } of signPartsOf(here)) add(scoresOf(key, (step, a) => says(step, a, put)));
    for (const stem of here.stems)
      if (rarity.known.has(stem))
        add(scoresOf(`word ${stem}`, (step, a) => wordEvidence(stem, step, a, rarity, put)));
    return scratch.map(Math.exp);
  };
  for (const [j, here] of said.entries()) {
    const row = kept.clauses.get(here) ?? withinOf(here);
    kept.clauses.set(here, row);
    within.set(row, j * states);
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

/** How a path goes on within a step from one of its states to another, the last of which is beside it; nats. */
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
