import { type Model, passScore } from "./model.ts";

/** Steps that must begin with a clause, by their index; null for one that must not be said. */
export type Pins = ReadonlyMap<number, number | null>;

/**
 * Forward and backward sums over all paths, as shares of all there are: clause by clause, from the start up to each state (`forward`) and from each
 * state to the end (`backward`), each row scaled so that it adds up to 1 and its scale kept as a logarithm.
 */
export interface ForwardBackward {
  readonly forward: Float64Array;
  readonly backward: Float64Array;
  readonly forwardScale: Float64Array;
  readonly backwardScale: Float64Array;
  /** For each clause and step, all paths that lead up to beginning it there, in the scale of the clause before. */
  readonly reached: Float64Array;
  /** For each clause and step, all paths from beginning it there on, in the scale of `backward` at the clause. */
  readonly onward: Float64Array;
  /** For each clause and step, all paths that begin some later step there, the steps between unsaid. */
  readonly later: Float64Array;
  /** Chances of beginning a step with a clause, and in which of its states. */
  readonly begun: Float64Array;
  readonly entered: readonly Float64Array[];
  /** What is left of a path's chance when it leaves a step it was only led up to. */
  readonly ledUpTo: number;
  readonly pass: readonly (readonly [Float64Array, Float64Array])[];
  readonly skip: readonly number[];
  /** The logarithm of the sum over all paths, each step eased by so much in each of them. */
  readonly total: number;
  readonly eased: number;
}

const NOTHING = new Float64Array(0);
/** Before all steps a path can only stay. */
export const STAYS = Float64Array.of(1);
/** A share of all paths too small to change any chance that is shown. */
const HARDLY_ANY = 1e-8;
const HARDLY_ANY_LEAD = 1e-13;

/** The forward-backward algorithm over all paths that keep to the pins (L. Baum et al., 1970, from memory); rows are scaled as they grow. */
export function forwardBackward(model: Model, pins: Pins = new Map()): ForwardBackward {
  const eased = easeOf(model, pins);
  const shares = sharesOf(model, pins, eased);
  const bounds = boundsOf(model, pins);
  const upTo = forwardSums(model, bounds, shares);
  const from = backwardSums(model, bounds, shares, upTo.busy);
  const all =
    model.clauses === 0 ? 0 : (model.within[0] ?? 0) * (from.backward[0] ?? 0) + (from.later[0] ?? 0);
  // Rows of `backward` were scaled one after another: the first carries all the scales after it.
  const total = from.backwardScale.reduce((sum, scale) => sum + scale, Math.log(all));
  return { ...shares, ...upTo, ...from, total, eased };
}

/** The model's scores as shares of a path's chance. */
type Shares = Pick<ForwardBackward, "begun" | "entered" | "ledUpTo" | "pass" | "skip">;

function sharesOf(model: Model, pins: Pins, eased: number): Shares {
  return {
    begun: model.begins.map((score) => Math.exp(score + eased)),
    entered: model.beginsIn.map((row) => row.map(Math.exp)),
    ledUpTo: Math.exp(model.weights.onlyLedUpTo),
    pass: passesOf(model),
    skip: Array.from({ length: model.steps }, (_, i) => skipShare(model, pins, i, eased)),
  };
}

/** All paths up to each clause; and in which steps more than hardly any of them are there: the rest are dropped. */
function forwardSums(model: Model, bounds: Bounds, { begun, entered, ledUpTo, pass, skip }: Shares) {
  const { clauses: n, steps: s, states, first, within } = model;
  const sizes = sizesOf(model);
  const forward = new Float64Array(n * states);
  const forwardScale = new Float64Array(n);
  const reached = new Float64Array(n * s);
  const busy = new Uint8Array(n * (s + 1));
  for (let j = 0; j < n; j++) {
    const [row, before] = [j * states, (j - 1) * states];
    // What leads to beginning step i: all of what came before it, the steps between left unsaid.
    let lead = j === 0 ? 1 : (forward[before] ?? 0);
    const [open, enter] = [begun[j] ?? 0, entered[model.opens[j] ?? 0] ?? NOTHING];
    if (j < (bounds.until[0] ?? 0)) forward[row] = lead * (within[row] ?? 0);
    for (let i = 0; i < s; i++) {
      const at = first[i] ?? 0;
      const k = sizes[i] ?? 0;
      const wanted = lead > HARDLY_ANY_LEAD || bounds.pinned[i] === j;
      const begins = wanted && mayBegin(bounds, i, j) ? lead : 0;
      reached[j * s + i] = begins;
      let left = 0;
      if (j > 0) for (let from = 0; from < k; from++) left += forward[before + at + from] ?? 0;
      const alive = j >= (bounds.from[i + 1] ?? 0) && j < (bounds.until[i + 1] ?? 0);
      if (alive && (begins > 0 || left > 0)) {
        const passes = pass[i]?.[model.ordered[j - 1] ? 1 : 0];
        for (let to = 0; to < k; to++) {
          let sum = begins * open * (enter[at + to] ?? 0);
          if (left > 0)
            for (let from = 0; from < k; from++)
              sum += (forward[before + at + from] ?? 0) * (passes?.[from * k + to] ?? 0);
          forward[row + at + to] = sum * (within[row + at + to] ?? 0);
        }
      }
      const led = j > 0 ? (forward[before + at] ?? 0) : 0;
      lead = lead * (skip[i] ?? 0) + left - led * (1 - ledUpTo);
    }
    forwardScale[j] = scaled(forward, row, states);
    for (let i = -1; i < s; i++) {
      const from = row + (i < 0 ? 0 : (first[i] ?? 0));
      const to = from + (i < 0 ? 1 : (sizes[i] ?? 0));
      let sum = 0;
      for (let k = from; k < to; k++) sum += forward[k] ?? 0;
      if (sum > HARDLY_ANY) busy[j * (s + 1) + i + 1] = 1;
      else forward.fill(0, from, to);
    }
  }
  return { forward, forwardScale, reached, busy };
}

/** All paths from each clause on, where any are there. */
function backwardSums(
  model: Model,
  bounds: Bounds,
  { begun, entered, ledUpTo, pass, skip }: Shares,
  busy: Uint8Array,
) {
  const { clauses: n, steps: s, states, first, within } = model;
  const sizes = sizesOf(model);
  const backward = new Float64Array(n * states);
  const backwardScale = new Float64Array(n);
  const onward = new Float64Array(n * s);
  const later = new Float64Array(n * (s + 1));
  for (let j = n - 1; j >= 0; j--) {
    const [row, after] = [j * states, (j + 1) * states];
    const end = j === n - 1;
    // After the last clause every step not begun is left unsaid.
    let tail = 1;
    for (let i = s - 1; i >= -1; i--) {
      const at = i < 0 ? 0 : (first[i] ?? 0);
      const k = i < 0 ? 1 : (sizes[i] ?? 0);
      const lead = end ? tail : (later[(j + 1) * (s + 1) + i + 1] ?? 0);
      const passes = i < 0 ? STAYS : (pass[i]?.[model.ordered[j] ? 1 : 0] ?? STAYS);
      if (busy[j * (s + 1) + i + 1])
        for (let from = 0; from < k; from++) {
          let sum = i >= 0 && from === 0 ? lead * ledUpTo : lead;
          if (!end)
            for (let to = 0; to < k; to++)
              sum +=
                (passes[from * k + to] ?? 0) *
                (within[after + at + to] ?? 0) *
                (backward[after + at + to] ?? 0);
          backward[row + at + from] = sum;
        }
      if (i >= 0) tail *= skip[i] ?? 0;
    }
    backwardScale[j] = scaled(backward, row, states);
    const [open, enter] = [begun[j] ?? 0, entered[model.opens[j] ?? 0] ?? NOTHING];
    let lead = 0;
    for (let i = s - 1; i >= 0; i--) {
      later[j * (s + 1) + i + 1] = lead;
      let sum = 0;
      if (mayBegin(bounds, i, j) && busy[j * (s + 1) + i + 1]) {
        const at = first[i] ?? 0;
        const k = sizes[i] ?? 0;
        for (let to = 0; to < k; to++)
          sum += (enter[at + to] ?? 0) * (within[row + at + to] ?? 0) * (backward[row + at + to] ?? 0);
        sum *= open;
      }
      onward[j * s + i] = sum;
      lead = sum + (skip[i] ?? 0) * lead;
    }
    later[j * (s + 1)] = lead;
  }
  return { backward, backwardScale, onward, later };
}

/** How many states each step has. */
function sizesOf({ steps, first, states }: Model): Int32Array {
  return Int32Array.from({ length: steps }, (_, i) => (first[i + 1] ?? states) - (first[i] ?? 0));
}

/** Makes a row add up to 1, unless nothing is in it; the logarithm of what it was divided by. */
function scaled(rows: Float64Array, from: number, length: number): number {
  let sum = 0;
  for (let k = from; k < from + length; k++) sum += rows[k] ?? 0;
  if (sum <= 0) return 0;
  for (let k = from; k < from + length; k++) rows[k] = (rows[k] ?? 0) / sum;
  return Math.log(sum);
}

/** For each step its passes from state to state, without and after an order. */
function passesOf({ first, states, steps, weights }: Model): (readonly [Float64Array, Float64Array])[] {
  const bySize = new Map<number, readonly [Float64Array, Float64Array]>();
  return Array.from({ length: steps }, (_, i) => {
    const k = (first[i + 1] ?? states) - (first[i] ?? 0);
    const known = bySize.get(k);
    if (known) return known;
    const of = (ordered: boolean) =>
      Float64Array.from({ length: k * k }, (_x, at) =>
        Math.exp(passScore(weights, k - 1, Math.floor(at / k), at % k, ordered)),
      );
    const made = [of(false), of(true)] as const;
    bySize.set(k, made);
    return made;
  });
}

/** What is left of a path's chance when it passes over a step. */
function skipShare({ unsaid }: Model, pins: Pins, step: number, eased: number): number {
  const pin = pins.get(step);
  if (pin === undefined) return Math.exp((unsaid[step] ?? 0) + eased);
  return pin === null ? 1 : 0;
}

/** All steps left unsaid may cost so much, nats, before a path's share gets too small for a number. */
const MOST_UNSAID = 500;

/**
 * What every step is eased by, begun or left unsaid, nats: the same for every path, so no chance is changed. Nothing but in
 * a lesson of hundreds of steps of which hardly one is said.
 */
function easeOf({ unsaid }: Model, pins: Pins): number {
  const open = unsaid.filter((_, i) => !pins.has(i));
  const all = open.reduce((sum, score) => sum + score, 0);
  return all < -MOST_UNSAID ? -(all + MOST_UNSAID) / open.length : 0;
}

/** What the pins leave open, as lists: it is asked for every step at every clause. */
interface Bounds {
  /** The clause a step is pinned to; FREE, or NOT_SAID. */
  readonly pinned: Int32Array;
  /** A step is pinned to the clause: no other begins there. */
  readonly taken: Uint8Array;
  /** The clauses in which a path may be in a step, [from, until), the state before all first: not before an earlier pin is met, nor after a later one. */
  readonly from: Int32Array;
  readonly until: Int32Array;
}
const FREE = -1;
const NOT_SAID = -2;

function boundsOf({ steps, clauses }: Model, pins: Pins): Bounds {
  const pinned = new Int32Array(steps).fill(FREE);
  const taken = new Uint8Array(clauses);
  const from = new Int32Array(steps + 1);
  const until = new Int32Array(steps + 1).fill(clauses);
  for (const [i, clause] of pins) {
    pinned[i] = clause ?? NOT_SAID;
    if (clause === null) continue;
    taken[clause] = 1;
    for (let k = i; k < steps; k++) from[k + 1] = Math.max(from[k + 1] ?? 0, clause);
    for (let k = -1; k < i; k++) until[k + 1] = Math.min(until[k + 1] ?? 0, clause);
  }
  return { pinned, taken, from, until };
}

/** Whether a step may begin with a clause: a pinned one only at its own, any other not there. */
function mayBegin({ pinned, taken }: Bounds, step: number, clause: number): boolean {
  const at = pinned[step] ?? FREE;
  return at === FREE ? taken[clause] === 0 : at === clause;
}

/** For each step the chance that it begins with each clause, step by step; what is missing to 1 is that it is not said. */
export function beginnings({ clauses: n, steps: s }: Model, sums: ForwardBackward): Float64Array[] {
  const { reached, onward, forwardScale, backwardScale, total } = sums;
  // Scales up to the clause before, and from the clause on.
  const scale = new Float64Array(n);
  let before = 0;
  for (let j = 0; j < n; j++) {
    scale[j] = before;
    before += forwardScale[j] ?? 0;
  }
  let after = 0;
  for (let j = n - 1; j >= 0; j--) {
    after += backwardScale[j] ?? 0;
    scale[j] = Math.exp((scale[j] ?? 0) + after - total);
  }
  return Array.from({ length: s }, (_, i) => {
    const chances = new Float64Array(n);
    for (let j = 0; j < n; j++)
      chances[j] = (reached[j * s + i] ?? 0) * (onward[j * s + i] ?? 0) * (scale[j] ?? 0);
    return chances;
  });
}
