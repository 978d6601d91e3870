import { AGE_BANDS, type AgeBand, CLASS_GUESSES } from "../../ground/plan/index.ts";
import type { ClassTaught } from "./class-taught.ts";
import { middleOf } from "./planned-and-real.ts";

/** Steps with less for the hand say nothing of a pace. */
const LEAST_HAND_MS = 5000;
/**
 * A class is waited for until about 85 in 100 are done: that hand is slower than the middle one by this many standard
 * deviations (upper 15 % point of the normal distribution, from memory: 1.036).
 */
const SLOWER_BY = 1.036;

/**
 * What a class says of the middle pupil's time for one line, in ms: of each step the time beside its telling, against what a
 * demonstrator's hand takes for it; the middle step counts. Null where no step says enough.
 */
export function seenLineMs({ ageBand, steps }: ClassTaught): number | null {
  const { demonstratorLineMs } = AGE_BANDS[ageBand];
  const slower = Math.exp(SLOWER_BY * CLASS_GUESSES[ageBand].spread);
  const seen = steps.flatMap(({ tookMs, toldMs, handMs }) => {
    if (tookMs === null || toldMs == null || handMs == null || handMs < LEAST_HAND_MS) return [];
    const own = tookMs - toldMs;
    return own > 0 ? [(demonstratorLineMs * own) / handMs / slower] : [];
  });
  return seen.length > 0 ? middleOf(seen) : null;
}

/** The same of all classes of an age. */
export function seenOfAge(classes: readonly ClassTaught[], ageBand: AgeBand): number[] {
  return classes.flatMap((c) => (c.ageBand === ageBand ? (seenLineMs(c) ?? []) : []));
}
