import type { Move } from "../../drawing/drafter/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import { isOff } from "./by-measure.ts";
import { readingOf } from "./measures.ts";
import type { Place } from "./places.ts";
import { overOf, pressOf, type TellInput } from "./tell-input.ts";
import { lineRef, tellLine } from "./tell-line.ts";
import { tellMove } from "./tell-move.ts";
import type { Act, Ruled, Told } from "./told.ts";

/** Two lines that end where they cross each other, such as those that close a lid: neither ends before the other is there. */
export function tellPair(input: TellInput, moves: readonly Move[], i: number): Told<Place> | null {
  const [a, b] = [moves[i], moves[i + 1]];
  const { on } = input;
  if (a?.hand !== "rule" || b?.hand !== "rule" || a.objectId !== b.objectId || a.phase !== b.phase)
    return null;
  if (pressOf(a) !== pressOf(b)) return null;
  const [first, second] = [tellLine(on, a, i), tellLine(on, b, i + 1)];
  const [lineA, lineB] = [a.lines[0]?.id, b.lines[0]?.id];
  if (!first?.open || !second || lineA === undefined || lineB === undefined) return null;
  if (b.ends === null || on.places.one(b.ends[1]) !== first.open) return null;
  const meets = b.points.some(
    (p) =>
      on.places.one(p.id) === first.open &&
      p.rule.kind === "crossing" &&
      p.rule.lines.includes(lineA) &&
      p.rule.lines.includes(lineB),
  );
  const [refA, refB] = [lineRef(on, lineA, true), lineRef(on, lineB, true)];
  if (!meets || !refA || !refB || second.ruled.end.k !== "on") return null;
  const over = [...new Set([...(overOf(input, i, a).over ?? []), ...(overOf(input, i + 1, b).over ?? [])])];
  const act: Act<Place> = {
    do: "rule",
    press: pressOf(a),
    meets: true,
    lines: [
      { ...first.ruled, end: { k: "on", line: refB } },
      { ...second.ruled, end: { k: "on", line: refA } },
    ],
    ...(over.length > 0 ? { over } : {}),
  };
  const meeting = on.places.at(first.open);
  return meeting && isOff(meeting, on.view.sheet) ? null : { act, moves: [i, i + 1] };
}

/** A line that ends where the next one crosses it: told after that one, so that it is there to end on. */
export function tellSwapped(input: TellInput, moves: readonly Move[], i: number): Told<Place>[] | null {
  const [a, b] = [moves[i], moves[i + 1]];
  const { on } = input;
  if (a?.hand !== "rule" || b?.hand !== "rule" || a.objectId !== b.objectId || a.phase !== b.phase)
    return null;
  const first = tellLine(on, a, i);
  const [lineA, lineB] = [a.lines[0]?.id, b.lines[0]?.id];
  if (!first?.open || lineA === undefined || lineB === undefined) return null;
  const open = first.open;
  const crosses = b.points.some(
    (p) =>
      on.places.one(p.id) === open &&
      p.rule.kind === "crossing" &&
      p.rule.lines.includes(lineA) &&
      p.rule.lines.includes(lineB),
  );
  const ref = lineRef(on, lineB, true);
  const second = crosses && ref ? tellMove(input, moves, i + 1, b) : null;
  const at = on.places.at(open);
  if (
    !ref ||
    second === null ||
    second === "nothing" ||
    second.do !== "rule" ||
    !at ||
    isOff(at, on.view.sheet)
  )
    return null;
  const isOpen = (p: Place | undefined) => p?.k === "point" && p.id === open;
  const lines = second.lines.map((l): Ruled<Place> => {
    const finds = (l.finds ?? []).filter((f) => !isOpen(f.gives));
    const { finds: _, ...rest } = l;
    return finds.length > 0 ? { ...rest, finds } : rest;
  });
  if (lines.some((l) => isOpen(l.from) || isOpen(l.gives))) return null;
  const line: Ruled<Place> = { ...first.ruled, end: { k: "on", line: ref }, gives: on.places.name(open) };
  return [
    { act: { ...second, lines }, moves: [i, i + 1] },
    { act: { do: "rule", lines: [line], press: pressOf(a), ...overOf(input, i, a) }, moves: [] },
  ];
}

/** Sizes of card nearer than this are one. */
const SAME_CARD_MM = 0.05;

/** Whether a card of that size has been traced before, for this thing or another. */
function isCut({ places }: TellInput["on"], before: readonly Move[], wide: number, high: number): boolean {
  return before.some((move, k) => {
    const base = before[k + 1];
    if (move.hand !== "template" || base?.hand !== "template" || !move.ends || !base.ends) return false;
    const [a, b, c] = [move.ends[0], move.ends[1], base.ends[1]].map((id) => places.at(id));
    if (!a || !b || !c) return false;
    return (
      Math.abs(distanceMm(a, b) - high) < SAME_CARD_MM && Math.abs(distanceMm(a, c) - wide) < SAME_CARD_MM
    );
  });
}

/** Four lines drawn along a tile of card: its left side, its base, its top and its right side. */
export function tellTile({ on }: TellInput, moves: readonly Move[], i: number): Told<Place> | null {
  const sides = moves.slice(i, i + 4);
  if (sides.length < 4 || sides.some((m) => m.hand !== "template" || m.phase !== moves[i]?.phase))
    return null;
  const [left, base, top] = sides.map((m) => m.ends);
  if (!left || !base || !top) return null;
  const { places } = on;
  const [corner, up, right] = [left[0], left[1], base[1]].map((id) => places.at(id));
  if (!corner || !up || !right) return null;
  const wide = distanceMm(corner, right);
  const high = distanceMm(corner, up);
  const act: Act<Place> = {
    do: "template",
    press: sides.every((m) => pressOf(m) === "light") ? "light" : "firm",
    wide: readingOf(wide, on.view.sheet),
    high: readingOf(high, on.view.sheet),
    cut: !isCut(on, moves.slice(0, i), wide, high),
    at: [{ corner: places.name(left[0]), gives: [left[1], top[1], base[1]].map(places.name) }],
  };
  return { act, moves: [i, i + 1, i + 2, i + 3] };
}
