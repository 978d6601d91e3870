import * as v from "valibot";
import { type ClassTaught, LONGEST_STEP_MS, type StepTaught } from "../record/index.ts";
import type { ClassPlan } from "./stations.ts";

/** How much longer a class is waited for at a press. */
export const LONGER_MS = 30_000;

const at = v.pipe(v.number(), v.minValue(0));
/** What happens in a class, each with the moment of the day, ms since 1970. */
export const TeachEventSchema = v.variant("kind", [
  /** From now on this station, from a moment of the lesson on, at this speed. */
  v.strictObject({
    kind: v.literal("go"),
    at,
    station: v.pipe(v.number(), v.integer(), v.minValue(0)),
    fromMs: v.optional(v.number()),
    rate: v.optional(v.pipe(v.number(), v.minValue(0.1), v.maxValue(4))),
  }),
  v.strictObject({
    kind: v.literal("longer"),
    at,
    ms: v.pipe(v.number(), v.minValue(0), v.maxValue(3_600_000)),
  }),
  v.strictObject({ kind: v.picklist(["rest", "run", "stuck", "slip", "end"]), at }),
  /** Nobody was there from a moment on until this one: a lid was closed, a window reloaded. */
  v.strictObject({ kind: v.literal("away"), at, since: at }),
]);
export type TeachEvent = v.InferOutput<typeof TeachEventSchema>;

/** How a class stands. */
export interface TeachState {
  readonly station: number;
  /** The moment of the lesson its station was begun at, and how fast it is shown. */
  readonly fromMs: number;
  readonly rate: number;
  /** Real ms spent in this station, rests and absences left out. */
  readonly spentMs: number;
  /** How long this wait is to be by now; 0 where something is shown. */
  readonly waitMs: number;
  readonly resting: boolean;
  readonly ended: boolean;
  /** Marks on the step in hand. */
  readonly stuck: number;
  readonly slips: number;
  /** Real ms of the whole class so far. */
  readonly classMs: number;
}

interface Tally {
  tookMs: number;
  waitedMs: number;
  stuck: number;
  slips: number;
}

interface Walk {
  readonly state: Omit<TeachState, "stuck" | "slips">;
  readonly tallies: readonly Tally[];
}

/** Follows what happened up to now. The same events give the same class. */
function walk({ stations, steps }: ClassPlan, events: readonly TeachEvent[], nowMs: number): Walk {
  const tallies = steps.map((): Tally => ({ tookMs: 0, waitedMs: 0, stuck: 0, slips: 0 }));
  let [station, fromMs, rate, waitMs] = [0, stations[0]?.fromMs ?? 0, 1, stations[0]?.waitMs ?? 0];
  let [spentMs, classMs, resting, ended] = [0, 0, false, false];
  let last = events[0]?.at ?? nowMs;
  const pass = (to: number) => {
    const ms = Math.max(0, to - last);
    last = Math.max(last, to);
    if (ended || resting) return;
    spentMs += ms;
    classMs += ms;
    const here = stations[station];
    const tally = here && tallies[here.step];
    if (!tally) return;
    tally.tookMs += ms;
    if (here.kind === "wait") tally.waitedMs += ms;
  };
  for (const event of events) {
    pass(event.kind === "away" ? Math.min(event.since, event.at) : event.at);
    last = Math.max(last, event.at);
    const tally = tallies[stations[station]?.step ?? -1];
    switch (event.kind) {
      case "go": {
        const next = stations[event.station];
        if (!next) break;
        station = event.station;
        fromMs = event.fromMs ?? next.fromMs;
        rate = event.rate ?? 1;
        waitMs = next.waitMs;
        spentMs = 0;
        resting = false;
        // Ended by a slip of the finger, it goes on.
        ended = false;
        break;
      }
      case "longer":
        // What has run out already is not made up for: so much longer from now on.
        if (stations[station]?.kind === "wait") waitMs = Math.max(waitMs, spentMs) + event.ms;
        break;
      case "rest":
      case "run":
        resting = event.kind === "rest";
        break;
      case "stuck":
        if (tally) tally.stuck++;
        break;
      case "slip":
        if (tally) tally.slips++;
        break;
      case "end":
        ended = true;
        break;
      case "away":
        break;
    }
  }
  pass(nowMs);
  return { state: { station, fromMs, rate, spentMs, waitMs, resting, ended, classMs }, tallies };
}

/** How a class stands at a moment. */
export function teachState(plan: ClassPlan, events: readonly TeachEvent[], nowMs: number): TeachState {
  const { state, tallies } = walk(plan, events, nowMs);
  const { stuck = 0, slips = 0 } = tallies[plan.stations[state.station]?.step ?? -1] ?? {};
  return { ...state, stuck, slips };
}

/** The moment of the lesson that is shown. */
export function shownMs({ stations }: ClassPlan, { station, fromMs, rate, spentMs }: TeachState): number {
  const here = stations[station];
  if (!here || here.kind === "wait") return here?.fromMs ?? 0;
  return Math.min(here.toMs, fromMs + spentMs * rate);
}

/** What the educator can ask for with one press. */
export type TeachAct = "on" | "back" | "longer" | "again" | "stuck" | "slip" | "end";

/**
 * What a press makes of a class as it stands. On: to the next station, and at the last to the end; where it stands still, on
 * from there. Back: to the beginning of this step, or of the one before where nothing of this one has passed yet. Again: this
 * step once more at half the pace.
 */
export function actOn(plan: ClassPlan, state: TeachState, act: TeachAct, nowMs: number): TeachEvent | null {
  const { stations } = plan;
  const here = stations[state.station];
  if (!here || state.ended) return null;
  const firstOf = (step: number) => stations.findIndex((s) => s.step === step);
  switch (act) {
    case "on":
      if (state.resting) return { kind: "run", at: nowMs };
      return state.station + 1 < stations.length
        ? { kind: "go", at: nowMs, station: state.station + 1 }
        : { kind: "end", at: nowMs };
    case "back": {
      const first = firstOf(here.step);
      const atStart = state.station === first && state.spentMs < AT_ITS_START_MS;
      return { kind: "go", at: nowMs, station: atStart ? Math.max(0, firstOf(here.step - 1)) : first };
    }
    case "again":
      return { kind: "go", at: nowMs, station: firstOf(here.step), rate: SLOWLY };
    case "longer":
      // While something is shown, longer means: stand still here.
      return here.kind === "wait"
        ? { kind: "longer", at: nowMs, ms: LONGER_MS }
        : { kind: state.resting ? "run" : "rest", at: nowMs };
    case "stuck":
    case "slip":
    case "end":
      return { kind: act, at: nowMs };
  }
}

/**
 * What is added when somebody is there again after nobody was: the absence counts for nothing, and what was being shown
 * stands still until they say so.
 */
export function cameBack(
  plan: ClassPlan,
  events: readonly TeachEvent[],
  sinceMs: number,
  nowMs: number,
): TeachEvent[] {
  const { station, resting, ended } = teachState(plan, events, sinceMs);
  if (ended) return [];
  const shows = plan.stations[station]?.kind === "show" && !resting;
  return [
    { kind: "away", at: nowMs, since: sinceMs },
    ...(shows ? [{ kind: "rest", at: nowMs } as const] : []),
  ];
}

/** Within this of its beginning, back means the step before. */
const AT_ITS_START_MS = 2500;
const SLOWLY = 0.5;

/** Whether what is shown, or where it goes on by itself the wait, has run out, so that the next station is due. */
export function isDue({ stations }: ClassPlan, state: TeachState, goesOn: boolean): boolean {
  const here = stations[state.station];
  if (!here || state.ended || state.resting) return false;
  if (here.kind === "wait") return goesOn && state.spentMs >= state.waitMs;
  const shown = state.fromMs + state.spentMs * state.rate >= here.toMs;
  const next = stations[state.station + 1];
  // What is shown runs into its wait; into another step only where that is wanted.
  return shown && next !== undefined && (goesOn || next.step === here.step);
}

/** The record of a class: what every step took, where it got stuck. Null before anything was shown. */
export function taughtOf(
  plan: ClassPlan,
  events: readonly TeachEvent[],
  of: Pick<ClassTaught, "day" | "group" | "ageBand" | "pupils" | "change">,
  nowMs: number,
): ClassTaught | null {
  const { tallies } = walk(plan, events, nowMs);
  if (!tallies.some((t) => t.tookMs > 0)) return null;
  const steps = plan.steps.map((planned, i): StepTaught => {
    const { tookMs, waitedMs, stuck, slips } = tallies[i] ?? NOTHING;
    const taught = tookMs >= PASSED_OVER_MS || stuck + slips > 0;
    const whole = (ms: number) => Math.min(LONGEST_STEP_MS, Math.round(ms));
    return {
      ...planned,
      tookMs: taught ? whole(tookMs) : null,
      waitedMs: taught && (planned.holdMs ?? 0) + waitedMs > 0 ? whole(waitedMs) : null,
      stuck,
      slips,
    };
  });
  return { ...of, steps };
}

/** A step that was in hand no longer was only passed on the way to another. */
const PASSED_OVER_MS = 1500;
const NOTHING: Tally = { tookMs: 0, waitedMs: 0, stuck: 0, slips: 0 };

/** The index of the step that comes after the one in hand; null at the last. */
export function nextStep({ stations, steps }: ClassPlan, { station }: TeachState): number | null {
  const here = stations[station];
  return here && here.step + 1 < steps.length ? here.step + 1 : null;
}
