import type { Move } from "../../drawing/drafter/index.ts";
import { distanceMm, type PaperPoint } from "../../ground/geometry/index.ts";
import { isOff } from "./by-measure.ts";
import { readingOf } from "./measures.ts";
import type { Place } from "./places.ts";
import { overOf, pressOf, type TellInput } from "./tell-input.ts";
import type { Told } from "./told.ts";

/** Two marks on one side of a tile, two on the next, a light line from each: what a child does in one go. */
const HANDS = ["mark", "mark", "rule", "rule", "mark", "mark", "rule", "rule"] as const;

/** Margins on both sides of an inset this near to alike, in mm, are alike. */
const ALIKE_MM = 0.05;

/**
 * A box set into a tile, as far from one side as from the side across: told by its margins alone. Null for what is cut
 * otherwise.
 */
export function tellInset(input: TellInput, moves: readonly Move[], i: number): Told<Place> | null {
  const run = moves.slice(i, i + HANDS.length);
  const { on } = input;
  const { places } = on;
  if (!HANDS.every((hand, k) => run[k]?.hand === hand && run[k]?.phase === run[0]?.phase)) return null;
  const rules = run.filter((m) => m.hand === "rule");
  const inTheWay = run.some((m, k) => m.hand === "rule" && overOf(input, i + k, m).over);
  if (inTheWay || rules.some((m) => pressOf(m) !== "light")) return null;
  const [first, second] = [marksOn(run.slice(0, 2)), marksOn(run.slice(4, 6))];
  if (!first || !second) return null;
  const one = (id: string) => places.one(id);
  const [low, right, high] = [first.from, first.toward, second.from].map(one);
  if (low === undefined || right === undefined || high === undefined || one(second.toward) !== low)
    return null;
  const [a, b, d] = [low, high, right].map((id) => places.at(id));
  if (!a || !b || !d) return null;
  const over: PaperPoint = { xMm: b.xMm + d.xMm - a.xMm, yMm: b.yMm + d.yMm - a.yMm };
  const far = places.found(over, i - 1);
  if (far === null || [a, b, d, over].some((p) => isOff(p, on.view.sheet))) return null;
  const margins = [
    marginOf(second.marks, distanceMm(a, b)),
    marginOf(first.marks, distanceMm(a, d)),
  ] as const;
  if (margins[0] === null || margins[1] === null) return null;
  const [left, rightward, upper, lower] = rules.map((m) => m.lines[0]?.id);
  const crossing = (level: Move | undefined, upright: string | undefined) =>
    level?.points.find((p) => p.rule.kind === "crossing" && p.rule.lines.includes(upright ?? ""))?.id;
  const box = [
    crossing(rules[3], left),
    crossing(rules[2], left),
    crossing(rules[2], rightward),
    crossing(rules[3], rightward),
  ];
  if (!box.every((id) => id !== undefined) || !upper || !lower) return null;
  return {
    act: {
      do: "inset",
      tile: [low, high, far, right].map(places.name) as FourPlaces,
      margins: [readingOf(margins[0], on.view.sheet), readingOf(margins[1], on.view.sheet)],
      gives: box.map(places.name) as FourPlaces,
      marks: [...first.marks, ...second.marks].map((m) => places.name(m.id)) as FourPlaces,
    },
    moves: run.map((_, k) => i + k),
  };
}

type FourPlaces = [Place, Place, Place, Place];

interface MarksOn {
  readonly from: string;
  readonly toward: string;
  readonly marks: readonly { readonly id: string; readonly mm: number }[];
}

/** Two marks measured from one end of a side. */
function marksOn(moves: readonly Move[]): MarksOn | null {
  const points = moves.map((m) => m.points[0]);
  const [p, q] = points.map((made) => (made?.rule.kind === "measured" ? made.rule : null));
  if (!p || !q || p.from !== q.from || p.toward !== q.toward) return null;
  return {
    from: p.from,
    toward: p.toward,
    marks: [
      { id: points[0]?.id ?? "", mm: p.mm },
      { id: points[1]?.id ?? "", mm: q.mm },
    ],
  };
}

/** How far both marks stand from their end of the side; null where that differs. */
function marginOf(marks: MarksOn["marks"], sideMm: number): number | null {
  const [near, far] = marks.map((m) => m.mm);
  if (near === undefined || far === undefined) return null;
  return near < far && Math.abs(near - (sideMm - far)) < ALIKE_MM ? near : null;
}
