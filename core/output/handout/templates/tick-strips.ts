import type { ComputedLesson } from "../../../document/pipeline/index.ts";
import type { SheetCorner } from "../../../drawing/drafter/index.ts";
import type { Sheet } from "../../../drawing/view/index.ts";
import { findPaperPoint, type PaperPoint } from "../../../ground/geometry/index.ts";
import type { Step } from "../../../telling/steps/index.ts";
import { type Act, type Name, nameKey, sayName, type Told, type Where } from "../../../telling/told/index.ts";
import type { Strip, Tick } from "./piece.ts";

/** Marks measured from one place along one line are worth a strip from this many on. */
const LEAST_TICKS = 2;
const SAME_MM = 0.05;
/** Marks of one line lie within so much of it, mm. */
const ON_LINE_MM = 0.1;

/** A mark of an act, and the place it is measured from. */
interface Measured {
  readonly says: string;
  readonly at: PaperPoint;
  readonly from: PaperPoint;
  readonly fromSays: string;
}

/**
 * Strips that replace measuring: for every row of marks along one line, ticks at the very places the construction has, also
 * where the class is told to go by eye. Laid with its 0 on the place the row is measured from, each tick gives its point.
 */
export function tickStrips({
  steps,
  evaluation,
  sheet,
}: Pick<ComputedLesson, "steps" | "evaluation" | "sheet">): Strip[] {
  return steps.flatMap((step) =>
    step.acts.flatMap(({ told }, i) => {
      const placed = (name: Name) => placeOf(name, told, evaluation.points, sheet);
      // On a turned sheet edges are told as they lie then: rows along them would need their own corner.
      const marks = marksOf(told.act, placed, sheet, step.quarters === 0);
      return inRows(marks).map((row, k) => stripOf(row, step, `${i}-${k}`));
    }),
  );
}

type Placed = (name: Name) => PaperPoint | null;

function placeOf(
  name: Name,
  { bearers = [] }: Told,
  points: ComputedLesson["evaluation"]["points"],
  sheet: Sheet,
): PaperPoint | null {
  if (name.k === "corner") return cornerOf(name.of, sheet);
  const key = nameKey(name);
  const id = bearers.find(([bearer]) => bearer === key)?.[1];
  const point = id === undefined ? undefined : points.get(id);
  return point ? findPaperPoint(point) : null;
}

function cornerOf(corner: SheetCorner, { widthMm, heightMm }: Sheet): PaperPoint {
  return {
    xMm: corner.endsWith("right") ? widthMm : 0,
    yMm: corner.startsWith("bottom") ? heightMm : 0,
  } as PaperPoint;
}

/** The marks of an act; of one told by eye, all of those that follow by eye too, measured from the first. */
function marksOf(act: Act, placed: Placed, sheet: Sheet, edges: boolean): Measured[] {
  if (act.do === "repeat") {
    const all = act.acts.flatMap((a) => marksOf(a, placed, sheet, edges));
    const first = all[0];
    return first ? all.map((m) => ({ ...m, from: first.from, fromSays: first.fromSays })) : [];
  }
  if (act.do !== "mark") return [];
  return act.at.flatMap(({ gives, where }): Measured[] => {
    const at = placed(gives);
    const start = where.k === "on-edge" && !edges ? null : startOf(where, placed, sheet);
    return at && start ? [{ says: sayName(gives), at, ...start }] : [];
  });
}

function startOf(
  where: Where<Name>,
  placed: Placed,
  sheet: Sheet,
): { readonly from: PaperPoint; readonly fromSays: string } | null {
  if (where.k === "along") {
    const from = placed(where.from);
    return from && { from, fromSays: sayName(where.from) };
  }
  if (where.k !== "on-edge") return null;
  const { edge, from } = where.mark;
  const level = edge === "top" || edge === "bottom";
  const corner = (level ? `${edge}-${from}` : `${from}-${edge}`) as SheetCorner;
  return { from: cornerOf(corner, sheet), fromSays: sayName({ k: "corner", of: corner }) };
}

/** Marks that have their start and their line in common. */
function inRows(marks: readonly Measured[]): Measured[][] {
  const rows: Measured[][] = [];
  for (const mark of marks) {
    const row = rows.find(([first]) => first && sameRow(first, mark));
    if (row) row.push(mark);
    else rows.push([mark]);
  }
  return rows.filter((row) => row.length >= LEAST_TICKS);
}

function sameRow(a: Measured, b: Measured): boolean {
  if (distance(a.from, b.from) > SAME_MM) return false;
  const along = directionOf(a);
  const [dx, dy] = [b.at.xMm - a.from.xMm, b.at.yMm - a.from.yMm];
  return Math.abs(dx * along.y - dy * along.x) < ON_LINE_MM && dx * along.x + dy * along.y > 0;
}

function directionOf({ at, from }: Measured) {
  const mm = Math.max(distance(at, from), 1e-9);
  return { x: (at.xMm - from.xMm) / mm, y: (at.yMm - from.yMm) / mm };
}

function distance(a: PaperPoint, b: PaperPoint): number {
  return Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);
}

function stripOf(row: readonly Measured[], step: Step, id: string): Strip {
  const furthest = row.reduce((a, b) => (distance(b.at, b.from) > distance(a.at, a.from) ? b : a));
  const ticks = row
    .map((m): Tick => ({ mm: distance(m.at, m.from), says: m.says }))
    .sort((a, b) => a.mm - b.mm);
  const last = ticks[ticks.length - 1];
  return {
    id: `strip/${step.id}/${id}`,
    title: `Tick strip for step ${step.number}: ${step.title}`,
    says: `Lay 0 on ${furthest.fromSays}, its edge along the line to ${last?.says ?? ""}, and mark every tick.`,
    ticks,
    from: furthest.from,
    along: directionOf(furthest),
    lengthMm: last?.mm ?? 0,
  };
}
