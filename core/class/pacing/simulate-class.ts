import { type Seeded, seeded } from "../../ground/base/index.ts";
import type { ClassPace } from "../../ground/plan/index.ts";
import { nthSmallest } from "./nth-smallest.ts";
import type { StepWork } from "./step-work.ts";

/** How the class stands at a moment: just before the wait of a step, or at its end. */
export interface ClassMoment {
  /** Share of all pupils of all runs who have drawn everything so far. */
  readonly inStep: number;
  /** How far behind the pupil is whom 10, 50, 90 % are no further behind than, in ms of their own work. */
  readonly behindMs: readonly [p10: number, p50: number, p90: number];
}

interface ClassStep {
  readonly stepId: string;
  /** The wait that was reckoned with. */
  readonly holdMs: number;
  readonly before: ClassMoment;
  readonly after: ClassMoment;
}

export interface ClassRun {
  readonly steps: readonly ClassStep[];
  readonly pupils: number;
  readonly runs: number;
  readonly seed: number;
}

export interface RunOptions {
  readonly runs: number;
  readonly seed: number;
  /** As the lesson has them, or for every step the shortest that brings the wanted share along. */
  readonly holds: "present" | "least";
  /** Least waits are whole multiples of this. */
  readonly grainMs?: number;
  /** Told after each step: the share of them that is done. */
  readonly onProgress?: (done: number) => void;
}

/** Waits are said in whole seconds. */
const GRAIN_MS = 1000;
/** Who is less behind than this is not behind: far below what a hand can do. */
const IN_STEP_MS = 0.5;

/**
 * A class follows a lesson. Each pupil has a hand and a start of their own, drawn once a run from the spread (log-normal);
 * some draw a line again, some of those ask the pupil beside them, whom it costs time. While a step is shown a pupil draws
 * along: what it takes them longer is added to what they are behind, and nobody catches up. In waits and tasks everyone
 * does: what a pupil is behind follows D. V. Lindley's recursion (The theory of queues with a single server, 1952).
 *
 * The least wait of a step is the rank of what pupils are behind there that the wanted share asks for. Taken one after
 * another these have the least sum of all waits that keep the share at every step: to make an early one longer than it must be
 * saves a later one at most as much. The same seed gives the same answer; time and memory are linear in steps, pupils, runs.
 */
export function simulateClass(works: readonly StepWork[], pace: ClassPace, options: RunOptions): ClassRun {
  const { runs, seed, grainMs = GRAIN_MS } = options;
  const next = seeded(seed);
  const all = pace.pupils * runs;
  const drawn = drawPupils(all, pace, next);
  const behind = new Float64Array(all);
  const scratch = new Float64Array(all);
  const steps: ClassStep[] = [];
  for (const [i, work] of works.entries()) {
    if (work.workMs > 0) drawAlong(behind, scratch, work, pace, drawn, next);
    const before = momentOf(behind, scratch);
    const holdMs =
      options.holds === "present" ? work.holdMs : leastHold(behind, scratch, work, pace.keep, grainMs);
    const caughtUp = holdMs + work.taskMs;
    if (caughtUp > 0) for (let p = 0; p < all; p++) behind[p] = Math.max(0, (behind[p] ?? 0) - caughtUp);
    const after = caughtUp > 0 ? momentOf(behind, scratch) : before;
    steps.push({ stepId: work.stepId, holdMs, before, after });
    options.onProgress?.((i + 1) / works.length);
  }
  return { steps, pupils: pace.pupils, runs, seed };
}

/** Hands as factors of the middle one's time, and starts, one of each for every pupil of every run. */
interface Pupils {
  readonly hand: Float64Array;
  readonly lagMs: Float64Array;
}

/** The hands and starts of all pupils of all runs (G. E. P. Box and M. E. Muller, 1958: two normal numbers at a time). */
function drawPupils(all: number, { spread, lagMs: middleLagMs }: ClassPace, next: Seeded): Pupils {
  const [hand, lagMs] = [new Float64Array(all), new Float64Array(all)];
  for (let p = 0; p < all; p++) {
    const radius = Math.sqrt(-2 * Math.log(1 - next()));
    const angle = 2 * Math.PI * next();
    hand[p] = Math.exp(spread * radius * Math.cos(angle));
    lagMs[p] = middleLagMs * Math.exp(spread * radius * Math.sin(angle));
  }
  return { hand, lagMs };
}

/** What a step adds to what each pupil is behind. Two sit side by side; who is alone at the end has nobody to ask. */
function drawAlong(
  behind: Float64Array,
  needs: Float64Array,
  { workMs, shownMs }: StepWork,
  { pupils, restarts, helped, helpMs, lineMs }: ClassPace,
  { hand, lagMs }: Pupils,
  next: Seeded,
): void {
  const again = Math.min(lineMs, workMs);
  for (let p = 0; p < needs.length; p++) needs[p] = workMs * (hand[p] ?? 1) + (lagMs[p] ?? 0);
  for (let p = 0; p < needs.length; p++) {
    if (next() >= restarts) continue;
    needs[p] = (needs[p] ?? 0) + again * (hand[p] ?? 1);
    if (next() >= helped) continue;
    const seat = p % pupils;
    const beside = seat % 2 === 1 ? p - 1 : seat < pupils - 1 ? p + 1 : null;
    if (beside !== null) needs[beside] = (needs[beside] ?? 0) + helpMs;
  }
  for (let p = 0; p < needs.length; p++) {
    behind[p] = (behind[p] ?? 0) + Math.max(0, (needs[p] ?? 0) - shownMs);
  }
}

function leastHold(
  behind: Float64Array,
  scratch: Float64Array,
  { workMs, taskMs }: StepWork,
  keep: number,
  grainMs: number,
): number {
  if (workMs === 0) return 0;
  scratch.set(behind);
  const rank = Math.min(behind.length, Math.max(1, Math.ceil(keep * behind.length - 1e-9)));
  const furthest = nthSmallest(scratch, rank - 1);
  return Math.ceil(Math.max(0, furthest - taskMs - IN_STEP_MS) / grainMs) * grainMs;
}

function momentOf(behind: Float64Array, scratch: Float64Array): ClassMoment {
  let inStep = 0;
  for (let p = 0; p < behind.length; p++) if ((behind[p] ?? 0) <= IN_STEP_MS) inStep++;
  scratch.set(behind);
  const at = (share: number) => nthSmallest(scratch, Math.ceil(share * behind.length) - 1);
  return { inStep: inStep / behind.length, behindMs: [at(0.1), at(0.5), at(0.9)] };
}
