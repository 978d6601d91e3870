import { type Lesson, parseLesson } from "../../../document/lesson/index.ts";
import { type ComputedLesson, computeLesson } from "../../../document/pipeline/index.ts";
import { type Seeded, seeded, shuffled } from "../../../ground/base/index.ts";
import { rulerMarkMm } from "../../../telling/told/index.ts";

/** A lesson with other measures. */
export interface Variant {
  /** From 1: row A of the class has the first. */
  readonly row: number;
  readonly computed: ComputedLesson;
  /** Whether the lesson's own cards tell it, but for the numbers; else it needs all of its words. */
  readonly byTheCards: boolean;
  /** How many steps have other measures than the lesson itself. */
  readonly changed: number;
}

type ObjectSlice = Lesson["objects"][number];

/** How far a length is moved, in marks of the ruler a class can read easily: half an inch at most, or a centimetre. */
const MOST_MARKS_OF_IN = 4;
const MOST_MARKS_OF_MM = 10;
/** Lots drawn for a length before it stays as it is. */
const TRIES = 2;

/**
 * Variants of a lesson for the rows of a class. Lengths are changed by whole marks of the ruler, one after another, and a lot
 * counts only if the same cards still tell it: same steps, same letters, same sentences but for the numbers, and nothing to
 * fix that was not there before. So a pupil follows the class's cards and reads the lengths off the row's own page. Where no
 * lot leaves the cards as they are, such as for letters that hide each other otherwise, the row has steps of its own.
 */
export function varyLesson(lesson: ComputedLesson, seed: number, rows: number): Variant[] {
  // What was recorded says the lesson's own lengths.
  const base = computeLesson({ ...lesson.lesson, takes: [], currentTake: null });
  const taken = new Set([measuresOf(base)]);
  const drawn = (row: number, byTheCards: boolean): Variant => {
    const computed = oneVariant(base, seed * 31 + row * 7919, byTheCards);
    const isNew = !taken.has(measuresOf(computed));
    return { row, computed, byTheCards, changed: isNew ? changedSteps(base, computed).length : 0 };
  };
  return Array.from({ length: rows }, (_, r) => {
    const first = drawn(r + 1, true);
    const variant = first.changed > 0 ? first : drawn(r + 1, false);
    taken.add(measuresOf(variant.computed));
    return variant;
  });
}

function oneVariant(base: ComputedLesson, seed: number, byTheCards: boolean): ComputedLesson {
  const told = toldWithoutNumbers(base);
  const faults = faultsIn(base);
  const next = seeded(seed);
  let best = base;
  for (const length of shuffled(lengthsIn(base.lesson), next))
    for (let k = 0; k < TRIES; k++) {
      const lesson = withOther(best.lesson, length, next);
      const tried = lesson && computeLesson(lesson, best);
      if (!tried || faultsIn(tried) > faults || tried.steps.length !== base.steps.length) continue;
      if (byTheCards && toldWithoutNumbers(tried) !== told) continue;
      best = tried;
      break;
    }
  return best;
}

/** A length of a thing that an educator chose: a handle, by the thing's id and its name. */
interface Length {
  readonly id: string;
  readonly handle: string;
}

/** The lengths on the paper that a lesson's things are given by. What is a part of something else follows from that. */
function lengthsIn({ objects }: Lesson): Length[] {
  return objects.flatMap((o) =>
    o.hidden || !("handles" in o)
      ? []
      : Object.entries(o.handles).flatMap(([handle, value]) =>
          mmOf(value) === null ? [] : [{ id: o.id, handle }],
        ),
  );
}

function mmOf(value: unknown): number | null {
  if (typeof value === "number") return value;
  const has = typeof value === "object" && value !== null && "mm" in value ? value.mm : null;
  return typeof has === "number" ? has : null;
}

/** The lesson with one of its lengths changed by lot; null where it would be hardly there. */
function withOther(lesson: Lesson, { id, handle }: Length, next: Seeded): Lesson | null {
  const most = lesson.sheet.unit === "in" ? MOST_MARKS_OF_IN : MOST_MARKS_OF_MM;
  const marks = (1 + Math.floor(next() * most)) * (next() < 0.5 ? -1 : 1);
  const objects = lesson.objects.map((o): ObjectSlice => {
    if (o.id !== id || !("handles" in o)) return o;
    const value = Object.entries(o.handles).find(([name]) => name === handle)?.[1];
    const mm = (mmOf(value) ?? 0) + marks * rulerMarkMm(lesson.sheet);
    const other = typeof value === "number" ? mm : { mm };
    return { ...o, handles: { ...o.handles, [handle]: other } } as ObjectSlice;
  });
  return parseLesson({ ...lesson, objects }).ok ? { ...lesson, objects } : null;
}

/** Ids of the steps whose measures differ. */
function changedSteps(base: ComputedLesson, variant: ComputedLesson): string[] {
  return variant.steps.flatMap((s, i) =>
    JSON.stringify(s.acts.map((a) => a.told.act)) ===
    JSON.stringify(base.steps[i]?.acts.map((a) => a.told.act))
      ? []
      : [s.id],
  );
}

const NUMBERS: ReadonlySet<string> = new Set(["marks", "exactMm", "about"]);

/** All that is told but for its numbers. */
function toldWithoutNumbers({ steps }: ComputedLesson): string {
  return JSON.stringify(
    steps.map((s) => [s.id, s.stage, s.acts.map((a) => [a.told.act, a.told.anew ?? []])]),
    (key, value) => (NUMBERS.has(key) ? undefined : value),
  );
}

function measuresOf({ steps }: ComputedLesson): string {
  return JSON.stringify(steps.map((s) => s.instruction));
}

function faultsIn({ findings }: ComputedLesson): number {
  return findings.filter((f) => f.severity !== "note").length;
}
