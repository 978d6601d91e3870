import { type ForwardBackward, STAYS } from "./forward-backward.ts";
import type { Model } from "./model.ts";

/** One reading of the narration, drawn with its chance: for each step the clause it begins with, null where it is not said. */
export function samplePath(model: Model, sums: ForwardBackward, chance: () => number): (number | null)[] {
  const { clauses: n, steps: s, states, first, ordered, within } = model;
  const { backward, onward, later, begun: open, entered, ledUpTo, pass, skip } = sums;
  const begun: (number | null)[] = new Array(s).fill(null);
  const size = (i: number) => (first[i + 1] ?? states) - (first[i] ?? 0);
  let [step, state] = [-1, 0];
  for (let j = 0; j < n; j++) {
    const at = j * states + (step < 0 ? 0 : (first[step] ?? 0));
    const k = step < 0 ? 1 : size(step);
    const passes = step < 0 ? STAYS : (pass[step]?.[ordered[j - 1] ? 1 : 0] ?? STAYS);
    const ahead = later[j * (s + 1) + step + 1] ?? 0;
    const leaving = ahead * (step >= 0 && state === 0 ? ledUpTo : 1);
    let all = leaving;
    for (let to = 0; to < k; to++)
      all += (passes[state * k + to] ?? 0) * (within[at + to] ?? 0) * (backward[at + to] ?? 0);
    if (all <= 0) return begun;
    let left = chance() * all - leaving;
    if (left >= 0) {
      for (let to = 0; to < k; to++) {
        left -= (passes[state * k + to] ?? 0) * (within[at + to] ?? 0) * (backward[at + to] ?? 0);
        if (left >= 0 && to < k - 1) continue;
        state = to;
        break;
      }
      continue;
    }
    // A later step begins: which, and where in it.
    left = chance() * ahead;
    let over = 1;
    let next = step + 1;
    for (; next < s - 1; next++) {
      left -= over * (onward[j * s + next] ?? 0);
      if (left < 0) break;
      over *= skip[next] ?? 0;
    }
    step = next;
    begun[step] = j;
    const from = first[step] ?? 0;
    const enter = entered[model.opens[j] ?? 0];
    const entering = (to: number) =>
      (open[j] ?? 0) *
      (enter?.[from + to] ?? 0) *
      (within[j * states + from + to] ?? 0) *
      (backward[j * states + from + to] ?? 0);
    state = drawn(size(step), entering, chance() * (onward[j * s + step] ?? 0));
  }
  return begun;
}

/** The index at which running shares pass `at`. */
function drawn(length: number, share: (index: number) => number, at: number): number {
  let left = at;
  for (let i = 0; i < length; i++) {
    left -= share(i);
    if (left < 0) return i;
  }
  return length - 1;
}
