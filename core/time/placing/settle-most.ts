import { seeded } from "../../ground/base/index.ts";
import type { Clause } from "./clauses.ts";
import type { ForwardBackward } from "./forward-backward.ts";
import { NEAR_MS } from "./likeliest.ts";
import type { Model } from "./model.ts";
import { samplePath } from "./sample-path.ts";

/** So many readings of the narration are drawn to see how its steps hang together. */
const READINGS = 60;
/** So little of a step more or less settled is none. */
const LEAST = 0.05;

/**
 * The step whose place, once known, settles the most of the others: over readings drawn from all that are possible, those
 * that agree on it disagree the least on the rest. Null when nothing is open. The same input gives the same step.
 */
export function settlesMost(
  model: Model,
  sums: ForwardBackward,
  clauses: readonly Clause[],
  pinned: ReadonlySet<number>,
): number | null {
  const chance = seeded(7);
  const readings = Array.from({ length: READINGS }, () => samplePath(model, sums, chance));
  const open = Array.from({ length: model.steps }, (_, i) => i).filter((i) => !pinned.has(i));
  const placesOf = new Map(
    open.map((i) => [
      i,
      alikeOf(
        readings.map((r) => r[i] ?? null),
        clauses,
      ),
    ]),
  );
  const none = { of: new Array<number>(READINGS).fill(0), count: 1 };
  const disagree = (known: Alike) =>
    open.reduce((sum, i) => sum + disagreement(known, placesOf.get(i) ?? none), 0);
  const whole = disagree(none);
  let [best, most] = [null as number | null, LEAST];
  for (const i of open) {
    const settled = whole - disagree(placesOf.get(i) ?? none);
    if (settled > most) [best, most] = [i, settled];
  }
  return best;
}

/** Readings that agree on a place have the same number. */
interface Alike {
  readonly of: readonly number[];
  readonly count: number;
}

function alikeOf(places: readonly (number | null)[], clauses: readonly Clause[]): Alike {
  const numbers = new Map<number, number>();
  const of = places.map((clause) => {
    const ms = clause === null ? -1 : Math.round((clauses[clause]?.tokens[0]?.startMs ?? 0) / NEAR_MS);
    const number = numbers.get(ms) ?? numbers.size;
    numbers.set(ms, number);
    return number;
  });
  return { of, count: numbers.size };
}

/** The share of readings that are not with the most of those that agree on what is known. */
function disagreement(known: Alike, { of, count }: Alike): number {
  const together = new Uint16Array(known.count * count);
  const most = new Uint16Array(known.count);
  let agreed = 0;
  for (const [r, place] of of.entries()) {
    const group = known.of[r] ?? 0;
    const now = (together[group * count + place] ?? 0) + 1;
    together[group * count + place] = now;
    if (now <= (most[group] ?? 0)) continue;
    most[group] = now;
    agreed++;
  }
  return 1 - agreed / of.length;
}
