import * as v from "valibot";
import { AGE_BANDS, type AgeBand, PupilsSchema } from "../../ground/plan/index.ts";

/** No step of a class goes on for longer; beyond it stands a typing slip. */
export const LONGEST_STEP_MS = 4 * 3_600_000;
const MOST_STEPS = 500;
const ageBands = Object.keys(AGE_BANDS) as [AgeBand, ...AgeBand[]];

const DAY = /^\d{4}-\d{2}-\d{2}$/;
/** "2026-11-28": a day that there is. */
export const DaySchema = v.pipe(
  v.string(),
  v.check(isDay, (issue) => `a day is written like 2026-11-28, got "${String(issue.input)}"`),
);

function isDay(text: string): boolean {
  if (!DAY.test(text)) return false;
  const [year, month, day] = text.split("-").map(Number) as [number, number, number];
  const longest = [
    31,
    year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28,
    31,
    30,
    31,
    30,
    31,
    31,
    30,
    31,
    30,
    31,
  ];
  return year >= 1900 && day >= 1 && day <= (longest[month - 1] ?? 0);
}

const GroupSchema = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, "a class taught needs the name of its group"),
  v.maxLength(60, "the name of a group has at most 60 letters"),
);

const TookSchema = v.pipe(
  v.number(),
  v.integer("whole milliseconds"),
  v.minValue(0, "a time is not below 0"),
  v.maxValue(LONGEST_STEP_MS, `a step takes at most ${LONGEST_STEP_MS / 3_600_000} hours`),
);
const times = (most: number, what: string) =>
  v.pipe(
    v.number(),
    v.integer("whole numbers"),
    v.minValue(0),
    v.maxValue(most, `${what} at most ${most} times`),
  );

/** What became of a step in a class. */
const StepTaughtSchema = v.strictObject({
  stepId: v.pipe(v.string(), v.minLength(1), v.maxLength(300)),
  /** What it was called then: the step may be gone since. */
  title: v.pipe(v.string(), v.maxLength(200)),
  /** How long the lesson had it, its wait in it. */
  plannedMs: TookSchema,
  /** How long it took; null: it was left out. */
  tookMs: v.nullable(TookSchema),
  /** What of the plan was telling, and what a demonstrator's hand would take: what a pace is learnt from; null: not known. */
  toldMs: v.optional(v.nullable(TookSchema)),
  handMs: v.optional(v.nullable(TookSchema)),
  /** The wait that was planned, and how long the class was waited for; null: not known. */
  holdMs: v.optional(v.nullable(TookSchema)),
  waitedMs: v.optional(v.nullable(TookSchema)),
  stuck: times(200, "stuck"),
  slips: times(200, "a slip is seen"),
});
export type StepTaught = v.InferOutput<typeof StepTaughtSchema>;

/** What of a step is known before it is taught. */
export type PlannedStep = Pick<StepTaught, "stepId" | "title" | "plannedMs" | "toldMs" | "handMs" | "holdMs">;

/** A class taught: of a group, never of persons. */
export const ClassTaughtSchema = v.strictObject({
  day: DaySchema,
  group: GroupSchema,
  ageBand: v.picklist(ageBands),
  /** How many there were; null: not counted. */
  pupils: v.nullable(PupilsSchema),
  steps: v.pipe(
    v.array(StepTaughtSchema),
    v.minLength(1, "a class has at least one step"),
    v.maxLength(MOST_STEPS),
  ),
  /** What to change next time. */
  change: v.pipe(v.string(), v.trim(), v.maxLength(1000, "what to change has at most 1000 letters")),
});
export type ClassTaught = v.InferOutput<typeof ClassTaughtSchema>;

/** A class of the record, by the name it is kept under. */
export interface ClassKept {
  readonly id: string;
  readonly lessonId: string;
  /** The revision of the lesson that was taught; null where it was typed or brought in. */
  readonly revision: number | null;
  readonly taught: ClassTaught;
}

/** How long a class took, and how long it was to take; what was left out counts in neither. */
export function totalsOf({ steps }: ClassTaught): {
  tookMs: number;
  plannedMs: number;
  stuck: number;
  slips: number;
} {
  const done = steps.filter((s) => s.tookMs !== null);
  const sum = (of: (s: StepTaught) => number) => done.reduce((a, s) => a + of(s), 0);
  return {
    tookMs: sum((s) => s.tookMs ?? 0),
    plannedMs: sum((s) => s.plannedMs),
    stuck: sum((s) => s.stuck),
    slips: sum((s) => s.slips),
  };
}
