import type { ObjectSlice } from "../../drawing/recipes/index.ts";
import { numberOfFrame, numberOfView, statedVanishingPoints } from "../../drawing/view/index.ts";
import { type Address, type Change, change, writtenAddress } from "../../ground/base/index.ts";
import type { Misfit } from "../../sight/still/index.ts";
import { applyChanges } from "../changes/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { type DrawnLesson, drawLesson } from "../pipeline/index.ts";

/** A change that lays lines on those seen in the still, and how far they lie off before and after. */
export interface Fit {
  readonly changes: readonly Change[];
  readonly beforeMm: number;
  readonly afterMm: number;
}

/** Rounds of the search, and the step by which a number is tried, as a share of the sheet's width for lengths. */
const ROUNDS = 6;
const TRY_MM = 0.5;
const TRY_SHARE = 0.004;

/** A number of the document that may move. */
interface Free {
  readonly address: Address;
  readonly value: number;
  readonly step: number;
}

/** Moves a thing's own numbers so that its lines lie on those seen in the still. Null when nothing gets better. */
export function fitObject(lesson: Lesson, objectId: string, misfits: readonly Misfit[]): Fit | null {
  const object = lesson.objects.find((o) => o.id === objectId);
  const own = misfits.filter((m) => m.objectId === objectId);
  return object ? fitNumbers(lesson, numbersOf(object), own) : null;
}

/** Moves horizon and vanishing points so that all lines lie on those seen in the still. */
export function fitView(lesson: Lesson, misfits: readonly Misfit[]): Fit | null {
  const points = lesson.view.frames.flatMap((frame) =>
    statedVanishingPoints(frame).map((vp) => ({
      address: numberOfFrame(frame.id, `${vp.field}.fromLeftMm`),
      value: vp.fromLeftMm,
      step: TRY_MM * 4,
    })),
  );
  const horizon = {
    address: numberOfView("horizonFromTopMm"),
    value: lesson.view.horizonFromTopMm,
    step: TRY_MM,
  };
  return fitNumbers(lesson, [horizon, ...points], misfits);
}

function numbersOf(object: ObjectSlice): Free[] {
  if (!("handles" in object)) return [];
  const at = (field: string) => writtenAddress(`object/${object.id}`, `handles.${field}`);
  const free: Free[] = [];
  for (const [key, value] of Object.entries(object.handles as Record<string, unknown>)) {
    if (typeof value === "number") free.push({ address: at(key), value, step: TRY_MM });
    else if (value && typeof value === "object")
      for (const [unit, number] of Object.entries(value as Record<string, number>))
        free.push({
          address: at(`${key}.${unit}`),
          value: number,
          step: unit === "mm" ? TRY_MM : TRY_SHARE,
        });
  }
  return free;
}

/**
 * Gauss and Newton's method on the distances of the seen lines' ends from the drawn lines, derivatives by trying, damped
 * so that numbers no line depends on stay (Levenberg 1944, Marquardt 1963, from memory).
 */
function fitNumbers(lesson: Lesson, start: readonly Free[], misfits: readonly Misfit[]): Fit | null {
  if (misfits.length === 0 || start.length === 0) return null;
  let before: DrawnLesson | null = null;
  const residuals = (values: readonly number[]): number[] | null => {
    const tried = applyChanges(
      lesson,
      start.map((f, i) => change(f.address, values[i] ?? f.value)),
    );
    if (!tried.ok) return null;
    before = drawLesson(tried.value.lesson, before);
    return offsets(before, misfits);
  };
  let values = start.map((f) => f.value);
  const first = residuals(values);
  if (!first) return null;
  let now = first;
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS; round++) {
    const columns = start.map((f, i) => {
      const tried = residuals(values.map((v, k) => (k === i ? v + f.step : v)));
      return tried ? tried.map((r, k) => r - (now[k] ?? 0)) : now.map(() => 0);
    });
    const step = solveDamped(columns, now, damping);
    const next = values.map((v, i) => v - (step[i] ?? 0) * (start[i]?.step ?? 0));
    const tried = residuals(next);
    if (tried && sizeOf(tried) < sizeOf(now)) {
      const better = sizeOf(now) - sizeOf(tried);
      [values, now] = [next, tried];
      damping = Math.max(1e-9, damping / 10);
      if (better < 1e-4) break;
    } else damping *= 30;
  }
  const [beforeMm, afterMm] = [worst(first), worst(now)];
  if (!(sizeOf(now) < sizeOf(first) * 0.98)) return null;
  const changes = start.map((f, i) => {
    const parts = f.step === TRY_SHARE ? 1e5 : 1e3;
    return change(f.address, Math.round((values[i] ?? f.value) * parts) / parts);
  });
  return { changes, beforeMm, afterMm };
}

/** Distance of both ends of each seen line from the drawn one, in mm. */
function offsets({ paper }: DrawnLesson, misfits: readonly Misfit[]): number[] {
  const strokes = new Map(paper.strokes.map((s) => [s.id, s]));
  return misfits.flatMap(({ strokeId, drawn }) => {
    const stroke = strokes.get(strokeId);
    if (!stroke) return [0, 0];
    const [dx, dy] = [stroke.to.xMm - stroke.from.xMm, stroke.to.yMm - stroke.from.yMm];
    const length = Math.hypot(dx, dy);
    if (length === 0) return [0, 0];
    return [drawn.from, drawn.to].map(
      (p) => ((p.xMm - stroke.from.xMm) * dy - (p.yMm - stroke.from.yMm) * dx) / length,
    );
  });
}

/** Solves (JᵀJ + λ·diag(JᵀJ) + ε)·x = Jᵀr by elimination with pivots. */
function solveDamped(
  columns: readonly (readonly number[])[],
  r: readonly number[],
  damping: number,
): number[] {
  const n = columns.length;
  const product = (a: readonly number[], b: readonly number[]) =>
    a.reduce((s, v, i) => s + v * (b[i] ?? 0), 0);
  const rows = columns.map((a, i) => [
    ...columns.map((b, k) => product(a, b) * (i === k ? 1 + damping : 1) + (i === k ? 1e-9 : 0)),
    product(a, r),
  ]);
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let k = i + 1; k < n; k++)
      if (Math.abs(rows[k]?.[i] ?? 0) > Math.abs(rows[pivot]?.[i] ?? 0)) pivot = k;
    [rows[i], rows[pivot]] = [rows[pivot] ?? [], rows[i] ?? []];
    const own = rows[i] ?? [];
    for (let k = 0; k < n; k++) {
      if (k === i) continue;
      const other = rows[k] ?? [];
      const factor = (other[i] ?? 0) / (own[i] ?? 1);
      for (let c = i; c <= n; c++) other[c] = (other[c] ?? 0) - factor * (own[c] ?? 0);
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}

function sizeOf(r: readonly number[]): number {
  return Math.hypot(...r);
}

function worst(r: readonly number[]): number {
  return Math.max(0, ...r.map(Math.abs));
}
