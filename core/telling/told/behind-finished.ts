import { type Move, needsOf } from "../../drawing/drafter/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import { readingOf } from "./measures.ts";
import type { Place } from "./places.ts";
import type { TellInput } from "./tell-input.ts";
import { wayBetween } from "./tell-line.ts";
import type { Ruled } from "./told.ts";

/** An end nearer to the last of its line than this, in mm, is drawn up to. */
const LIFTED_MM = 0.05;

/**
 * A level or upright line that runs behind a finished thing and ends there: the pencil is lifted before it reaches its end, so
 * nothing marks that place, and it is told from its other end by its way and length. The place is noted as lifted over.
 */
export function fromItsOpenEnd(
  input: TellInput,
  moves: readonly Move[],
  i: number,
  ruled: Ruled<Place>,
): Ruled<Place> {
  const { places, view } = input.on;
  const [move, stroke] = [moves[i], input.strokeOf(i)];
  const behind = stroke?.stoppedBy.some((id) => id !== move?.objectId) ?? false;
  const [first, last] = [stroke?.pieces[0], stroke?.pieces.at(-1)];
  if (!move?.ends || !stroke || !behind || !first || !last || ruled.begin) return ruled;
  if (stroke.trace.kind !== "straight" || last.part === "tail") return ruled;
  const long = distanceMm(stroke.from, stroke.to);
  const [s, e] = move.ends.map(places.one) as [string, string];
  const [hidesStart, hidesEnd] = [first.from * long > LIFTED_MM, (1 - last.to) * long > LIFTED_MM];
  if (hidesStart === hidesEnd) return ruled;
  const [open, shut] = hidesEnd ? [s, e] : [e, s];
  input.lifted.add(shut);
  if (ruled.end.k !== "at" || isNeededAfter(moves, i, shut, places.one)) return ruled;
  const [a, b] = [places.at(open), places.at(shut)];
  const way = a && b && wayBetween(a, b);
  if (!a || !b || !way) return ruled;
  return {
    from: places.name(open),
    toward: { k: "way", way },
    end: { k: "length", reading: readingOf(distanceMm(a, b), view.sheet) },
  };
}

/** Whether a line or place of the same thing goes on from a place later. */
function isNeededAfter(
  moves: readonly Move[],
  i: number,
  place: string,
  one: (id: string) => string,
): boolean {
  for (let k = i + 1; k < moves.length && moves[k]?.objectId === moves[i]?.objectId; k++)
    for (const { rule } of [...(moves[k]?.lines ?? []), ...(moves[k]?.points ?? [])])
      if (rule.kind !== "same" && needsOf(rule).some((id) => one(id) === place)) return true;
  return false;
}
