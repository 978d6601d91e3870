import * as v from "valibot";
import { AGE_BANDS, type AgeBand, type Pace } from "./age-bands.ts";

/** How a class works. Everything in it is a guess until a log of classes taught, or the educator, says better. */
export interface ClassPace {
  readonly pupils: number;
  /** Ms that the middle pupil takes for one line. */
  readonly lineMs: number;
  /** How far hands and starts differ: standard deviation of the logarithm of a pupil's time; 0.4 is two thirds from 0.67 to 1.5 times. */
  readonly spread: number;
  /** Ms from the first line shown to the middle pupil's own start. */
  readonly lagMs: number;
  /** Share of pupils who draw a line of a step once more. */
  readonly restarts: number;
  /** Share of those who ask a neighbour, and what that costs the neighbour. */
  readonly helped: number;
  readonly helpMs: number;
  /** Share of the class that a wait is to bring along. */
  readonly keep: number;
}

type Guess = Omit<ClassPace, "lineMs">;

/** By age; guesses, no published source. */
export const CLASS_GUESSES = {
  "7-9": { pupils: 24, spread: 0.45, lagMs: 8000, restarts: 0.15, helped: 0.5, helpMs: 15_000, keep: 0.85 },
  "9-11": { pupils: 24, spread: 0.4, lagMs: 6000, restarts: 0.12, helped: 0.4, helpMs: 15_000, keep: 0.85 },
  "12-14": { pupils: 24, spread: 0.35, lagMs: 4000, restarts: 0.1, helped: 0.3, helpMs: 12_000, keep: 0.85 },
  adults: { pupils: 16, spread: 0.35, lagMs: 3000, restarts: 0.08, helped: 0.2, helpMs: 10_000, keep: 0.85 },
} as const satisfies Record<AgeBand, Guess>;

/** The largest class; beyond it stands a typing slip. */
export const MOST_PUPILS = 200;

export const PupilsSchema = v.pipe(
  v.number(),
  v.integer("whole pupils"),
  v.minValue(1, "a class has at least one pupil"),
  v.maxValue(MOST_PUPILS, `a class has at most ${MOST_PUPILS} pupils`),
);

const share = (least: number, most: number, what: string) =>
  v.pipe(
    v.number(),
    v.minValue(least, `${what}: at least ${Math.round(least * 100)} %`),
    v.maxValue(most, `${what}: at most ${Math.round(most * 100)} %`),
  );
const wholeMs = (least: number, most: number, what: string) =>
  v.pipe(
    v.number(),
    v.integer("whole milliseconds"),
    v.minValue(least, `${what}: at least ${least / 1000} s`),
    v.maxValue(most, `${what}: at most ${most / 1000} s`),
  );

/** What the educator says of their class instead of the guesses. */
export const ClassPaceSchema = v.strictObject({
  pupils: v.optional(PupilsSchema),
  lineMs: v.optional(wholeMs(2000, 300_000, "a line")),
  spread: v.optional(
    v.pipe(v.number(), v.minValue(0, "no less than no spread"), v.maxValue(1.5, "a spread is at most 1.5")),
  ),
  lagMs: v.optional(wholeMs(0, 120_000, "a start")),
  restarts: v.optional(share(0, 1, "lines drawn again")),
  helped: v.optional(share(0, 1, "neighbours asked")),
  helpMs: v.optional(wholeMs(0, 120_000, "a neighbour's help")),
  keep: v.optional(share(0.5, 0.99, "share of the class")),
});
export type OwnClassPace = v.InferOutput<typeof ClassPaceSchema>;

/** What a class of this plan is reckoned with: what the educator says, what a log has learnt of a line, or the guess. */
export function classPaceOf(
  { ageBand, classPace = {} }: { readonly ageBand: AgeBand; readonly classPace?: OwnClassPace | undefined },
  learntLineMs: number | null = null,
): ClassPace {
  const guess = { lineMs: learntLineMs ?? AGE_BANDS[ageBand].pupilLineMs, ...CLASS_GUESSES[ageBand] };
  const own = Object.entries(classPace).filter(([, value]) => value !== undefined);
  return { ...guess, ...Object.fromEntries(own) };
}

/** The paces of this plan: the age band's, with the class's own line where the educator has one. */
export function paceOf({
  ageBand,
  classPace,
}: {
  readonly ageBand: AgeBand;
  readonly classPace?: OwnClassPace | undefined;
}): Pace {
  const pace: Pace = AGE_BANDS[ageBand];
  return classPace?.lineMs === undefined ? pace : { ...pace, pupilLineMs: classPace.lineMs };
}
