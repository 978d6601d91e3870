import {
  beginEvidence,
  beginOfEvidence,
  besideEvidence,
  FEATURES,
  type Feature,
  OPENINGS,
  type Put,
  rarityIn,
  signPartsOf,
  talkEvidence,
  unsaidEvidence,
  type Weights,
  wordEvidence,
} from "../../core/time/placing/evidence.ts";
import {
  beginnings,
  type ForwardBackward,
  forwardBackward,
} from "../../core/time/placing/forward-backward.ts";
import { type Model, modelOf } from "../../core/time/placing/model.ts";
import { saidIn } from "../../core/time/placing/said.ts";
import type { Case } from "./cases.ts";
import { START } from "./start.ts";

/** Features by their place in the list, with how much of each there is. */
type Sparse = readonly (readonly [feature: number, amount: number])[];

/** A case with the evidence in each of its clauses and states, which no weight changes. */
export interface Prepared {
  readonly of: Case;
  readonly within: readonly (readonly Sparse[])[];
  readonly beside: readonly Sparse[];
  readonly begins: readonly Sparse[];
  readonly beginsIn: readonly (readonly Sparse[])[];
  readonly unsaid: readonly Sparse[];
  /** The model under some weights, for all of it that no weight changes. */
  readonly model: Model;
}

const PLACE = new Map(FEATURES.map((f, k) => [f, k] as const));
const placeOf = (f: Feature) => PLACE.get(f) ?? 0;

function gathered(gather: (put: Put) => void): Sparse {
  const found = new Map<number, number>();
  gather((f, amount) => {
    if (amount !== 0) found.set(placeOf(f), (found.get(placeOf(f)) ?? 0) + amount);
  });
  return [...found];
}

export function prepared(of: Case): Prepared {
  const { steps, clauses, heard } = of;
  const said = saidIn(clauses, heard);
  const rarity = rarityIn(steps);
  /** For every state but those beside a step, in the model's order. */
  const states = (gather: (step: Case["steps"][number], a: number, put: Put) => void): Sparse[] => [
    [],
    ...steps.flatMap((step) => [
      ...Array.from({ length: step.actions.length + 1 }, (_, k) =>
        gathered((put) => gather(step, k - 1, put)),
      ),
      [],
    ]),
  ];
  return {
    of,
    within: said.map((here) =>
      states((step, a, put) => {
        for (const { says } of signPartsOf(here)) says(step, a, put);
        for (const stem of here.stems) wordEvidence(stem, step, a, rarity, put);
        talkEvidence(here, a < 0, rarity, put);
      }),
    ),
    beside: said.map((here) => gathered((put) => besideEvidence(here, rarity, put))),
    begins: said.map((_, j) => gathered((put) => beginEvidence(clauses, said, j, put))),
    beginsIn: OPENINGS.map((opening) => states((step, a, put) => beginOfEvidence(step, a, opening, put))),
    unsaid: steps.map((step) => gathered((put) => unsaidEvidence(step, put))),
    model: modelOf(steps, clauses, heard, START),
  };
}

/**
 * Adds how the likelihood of a case rises with each weight: what is met where its steps truly begin, less what is met over
 * all paths (J. Lafferty et al., 2001, from memory).
 */
export function slopeOf(one: Prepared, weights: Weights, into: Float64Array): void {
  const model = underWeights(one, weights);
  addMet(one, model, forwardBackward(model, one.of.truth), 1, into);
  addMet(one, model, forwardBackward(model), -1, into);
}

/** The model of a case under these weights. */
function underWeights(one: Prepared, weights: Weights): Model {
  const worth = FEATURES.map((f) => weights[f]);
  const sum = (found: Sparse) => {
    let total = 0;
    for (const [k, amount] of found) total += (worth[k] ?? 0) * amount;
    return total;
  };
  const { states, first, clauses } = one.model;
  const besides = new Set([0, ...first.slice(1).map((f) => f - 1), states - 1]);
  const within = new Float64Array(clauses * states);
  for (const [j, row] of one.within.entries()) {
    const beside = sum(one.beside[j] ?? []);
    for (const [k, found] of row.entries())
      within[j * states + k] = Math.exp(besides.has(k) ? beside : sum(found));
  }
  return {
    ...one.model,
    weights,
    within,
    begins: Float64Array.from(one.begins, sum),
    beginsIn: one.beginsIn.map((row) =>
      Float64Array.from(row, (found, k) => (besides.has(k) ? Number.NEGATIVE_INFINITY : sum(found))),
    ),
    unsaid: one.unsaid.map(sum),
  };
}

const HARDLY = 1e-7;

function addMet(one: Prepared, model: Model, sums: ForwardBackward, sign: number, into: Float64Array): void {
  const { clauses: n, steps: s, states, first, ordered } = model;
  const { forward, backward, reached, begun, entered, pass, total } = sums;
  const add = (found: Sparse | undefined, share: number) => {
    for (const [k, amount] of found ?? []) into[k] = (into[k] ?? 0) + sign * share * amount;
  };
  const addOne = (feature: Feature, amount: number) => {
    into[placeOf(feature)] = (into[placeOf(feature)] ?? 0) + sign * amount;
  };
  const { upTo, from } = scalesOf(sums, n);
  for (let j = 0; j < n; j++) {
    const row = j * states;
    const here = Math.exp((upTo[j] ?? 0) + (from[j] ?? 0) - total);
    const before = Math.exp((j > 0 ? (upTo[j - 1] ?? 0) : 0) + (from[j] ?? 0) - total);
    let beside = (forward[row] ?? 0) * (backward[row] ?? 0) * here;
    for (let i = 0; i < s; i++) {
      const at = first[i] ?? 0;
      const size = (first[i + 1] ?? states) - at;
      const opens = model.opens[j] ?? 0;
      for (let k = 0; k < size; k++) {
        const in_ = (forward[row + at + k] ?? 0) * (backward[row + at + k] ?? 0) * here;
        if (k === size - 1) beside += in_;
        else if (in_ > HARDLY) add(one.within[j]?.[at + k], in_);
        const begins =
          (reached[j * s + i] ?? 0) *
          (begun[j] ?? 0) *
          (entered[opens]?.[at + k] ?? 0) *
          (model.within[row + at + k] ?? 0) *
          (backward[row + at + k] ?? 0) *
          before;
        if (begins <= HARDLY) continue;
        add(one.begins[j], begins);
        add(one.beginsIn[opens]?.[at + k], begins);
      }
      if (j === 0) continue;
      const led =
        (forward[row - states + at] ?? 0) * before * sums.ledUpTo * (sums.later[j * (s + 1) + i + 1] ?? 0);
      if (led > HARDLY) addOne("onlyLedUpTo", led);
      const after = ordered[j - 1] ? 1 : 0;
      for (let a = 0; a < size; a++) {
        const was = (forward[row - states + at + a] ?? 0) * before;
        if (was <= HARDLY) continue;
        for (let b = 0; b < size; b++) {
          if (a === b) continue;
          const passed =
            was *
            (pass[i]?.[after][a * size + b] ?? 0) *
            (model.within[row + at + b] ?? 0) *
            (backward[row + at + b] ?? 0);
          if (passed <= HARDLY) continue;
          for (const [feature, amount] of passFeatures(size - 1, a, b, after === 1))
            addOne(feature, passed * amount);
        }
      }
    }
    add(one.beside[j], beside);
  }
  for (const [i, chances] of beginnings(model, sums).entries())
    add(one.unsaid[i], Math.max(0, 1 - chances.reduce((a, b) => a + b, 0)));
}

/** What a pass from one state of a step to another is made of: as `passScore` sums it. */
function passFeatures(
  last: number,
  from: number,
  to: number,
  ordered: boolean,
): (readonly [Feature, number])[] {
  if (from === 0) return [["pastAction", to - 1]];
  if (to === last) return [["aside", 1], ...(ordered ? ([["asideAfterOrder", 1]] as const) : [])];
  if (from === last) return [["resumed", 1], ...(ordered ? ([["resumedAfterOrder", 1]] as const) : [])];
  return [
    ["onward", 1],
    ["pastAction", to - from - 1],
  ];
}

/** Logarithms of the scales up to each clause, and from each on. */
function scalesOf({ forwardScale, backwardScale }: ForwardBackward, n: number) {
  const [upTo, from] = [new Float64Array(n), new Float64Array(n)];
  let sum = 0;
  for (let j = 0; j < n; j++) upTo[j] = sum += forwardScale[j] ?? 0;
  sum = 0;
  for (let j = n - 1; j >= 0; j--) from[j] = sum += backwardScale[j] ?? 0;
  return { upTo, from };
}
