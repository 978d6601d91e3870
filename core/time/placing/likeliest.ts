import type { Clause } from "./clauses.ts";

/** A place this near to the true one is the same to an ear and a hand, ms. */
export const NEAR_MS = 2000;

/** What a step rightly called not said counts against one rightly placed. */
const UNSAID_WORTH = 0.5;

/** Of places equally near to where it may begin, the likeliest clause itself. */
const OWN_CLAUSE = 1e-3;

/** Where a step begins, as a clause's index; null where nothing is said of it. */
export interface Likeliest {
  readonly clause: number | null;
  /** The chance that this is so: that it begins within two seconds of the clause, or that it is not said. */
  readonly chance: number;
}

/**
 * The places, in order, that are right for the most steps to be expected: the sum of chances is greatest, by dynamic
 * programming (R. Bellman, 1957). The single likeliest path would stake everything on one reading.
 */
export function likeliest(
  chances: readonly Float64Array[],
  clauses: readonly Clause[],
  unsaidWorth = UNSAID_WORTH,
): Likeliest[] {
  const n = clauses.length;
  const times = clauses.map((c) => c.tokens[0]?.startMs ?? 0);
  const near = chances.map((row) => nearby(row, times));
  const unsaid = chances.map((row) => Math.max(0, 1 - row.reduce((a, b) => a + b, 0)));
  // best[j]: the most that the steps so far come to when the last one said begins before clause j.
  let best = new Float64Array(n + 1);
  const chose: Int32Array[] = [];
  for (const [i, row] of near.entries()) {
    const next = new Float64Array(n + 1);
    const at = new Int32Array(n + 1).fill(-1);
    let [top, from] = [-1, -1];
    for (let j = 0; j <= n; j++) {
      // Unsaid: what came before still lies before j.
      next[j] = (best[j] ?? 0) + (unsaid[i] ?? 0) * unsaidWorth;
      if (top > (next[j] ?? 0)) {
        next[j] = top;
        at[j] = from;
      }
      const here = j < n ? (best[j] ?? 0) + (row[j] ?? 0) + (chances[i]?.[j] ?? 0) * OWN_CLAUSE : -1;
      if (here > top) [top, from] = [here, j];
    }
    chose.push(at);
    best = next;
  }
  const found: Likeliest[] = [];
  for (let i = chances.length - 1, j = n; i >= 0; i--) {
    const at = chose[i]?.[j] ?? -1;
    if (at < 0) found.unshift({ clause: null, chance: unsaid[i] ?? 0 });
    else {
      found.unshift({ clause: at, chance: Math.min(1, near[i]?.[at] ?? 0) });
      j = at;
    }
  }
  return found;
}

/** For each clause the chance of beginning within two seconds of it. */
function nearby(row: Float64Array, times: readonly number[]): Float64Array {
  const sums = new Float64Array(row.length);
  let [from, to, sum] = [0, 0, 0];
  for (const [j, time] of times.entries()) {
    while (to < times.length && (times[to] ?? 0) <= time + NEAR_MS) sum += row[to++] ?? 0;
    while ((times[from] ?? 0) < time - NEAR_MS) sum -= row[from++] ?? 0;
    sums[j] = Math.max(0, sum);
  }
  return sums;
}
