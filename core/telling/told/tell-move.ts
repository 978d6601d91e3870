import { LONGEST_TAPE_MM, type Move, tapeNeeded } from "../../drawing/drafter/index.ts";
import type { PaperStroke } from "../../drawing/paper/index.ts";
import { distanceMm, type Interval } from "../../ground/geometry/index.ts";
import { fromItsOpenEnd } from "./behind-finished.ts";
import { inStretches, seenStretches } from "./behind-own.ts";
import { isOff } from "./by-measure.ts";
import { readingOf } from "./measures.ts";
import type { Place, Places } from "./places.ts";
import { belowOf, overOf, pressOf, type TellInput } from "./tell-input.ts";
import { endOfStroke, lineRef, type OnSheet, tellLine } from "./tell-line.ts";
import { tellWhere } from "./tell-mark.ts";
import { leavesOf, placesOnCurve, ringOf } from "./tell-shapes.ts";
import type { Act, Ring, Ruled, Stretch, Way } from "./told.ts";

/** What a move comes to in words: an act, nothing to be said, or null where nothing on the sheet tells it. */
type MoveTold = Act<Place> | "nothing" | null;
type Teller = (input: TellInput, moves: readonly Move[], i: number, move: Move) => MoveTold;

/** Tells one move, by what the hand does. */
export function tellMove(input: TellInput, moves: readonly Move[], i: number, move: Move): MoveTold {
  return TELLERS[move.hand](input, moves, i, move);
}

const TELLERS: Readonly<Record<Move["hand"], Teller>> = {
  take: () => "nothing",
  erase: () => "nothing",
  mark: tellMark,
  rule: tellRuled,
  template: tellRuled,
  trace: (input, moves, i, move) => {
    const { ends } = move;
    if (!ends) return null;
    const line = goesRound(input.on, moves, i) ? byEnds(input.on, ends) : stretchOf(input.on, moves, ends);
    return { do: "go-over", press: "firm", lines: [line], ...overOf(input, i, move) };
  },
  curve: tellCurve,
  fill: tellFill,
  freehand: (input, _moves, _i, move) => ({
    do: "freehand",
    what: freeOf(move) ?? input.labelOf(move.objectId),
    count: 1,
  }),
  circle: ({ on }, _moves, _i, move) => ({ do: "circle", at: move.uses.map(on.places.name) }),
  turn: (_input, _moves, _i, move) => ({ do: "turn", quarters: move.quarters as 1 | 2 | 3 }),
  fold: ({ on }, _moves, _i, move) => {
    const { rule } = move.lines[0] ?? {};
    if (rule?.kind !== "sheet-crease") return null;
    const found = move.points[0];
    return { do: "fold", across: rule.across, ...(found ? { gives: on.places.name(found.id) } : {}) };
  },
};

function tellMark({ on }: TellInput, _moves: readonly Move[], i: number, move: Move): MoveTold {
  const { places } = on;
  const point = move.points[0];
  if (!point) return "nothing";
  // A place that was found before needs no mark.
  if ((places.since(point.id) ?? i) < i) return "nothing";
  const isVanishingPoint = move.stroke?.role === "vanishing-point";
  const at = places.at(point.id);
  // What lies off the sheet is not marked: lines from there are told by where they come onto it.
  if (at !== null && !isVanishingPoint && isOff(at, on.view.sheet)) return "nothing";
  const tooFar = at !== null && tapeNeeded(at, on.view.sheet).some((t) => t.mm > LONGEST_TAPE_MM);
  // A point that no strip of paper reaches is never told as taped on.
  if (tooFar && isVanishingPoint) return "nothing";
  const where = tellWhere(on, point);
  if (!where) return isVanishingPoint ? "nothing" : null;
  return { do: "mark", at: [{ gives: places.name(point.id), where }] };
}

function tellRuled(input: TellInput, moves: readonly Move[], i: number, move: Move): MoveTold {
  const { on } = input;
  if (move.lines[0]?.rule.kind === "slide") return tellSlide(on, move);
  const line = tellLine(on, move, i);
  if (!line) return null;
  const whole = line.open === null ? line.ruled : withLength(on, line.ruled, move, line.open);
  const ruled = fromItsOpenEnd(input, moves, i, whole);
  const stroke = input.strokeOf(i);
  const isLight = pressOf(move) === "light";
  const seen = stroke && !isLight ? seenStretches(stroke, 1) : null;
  // Out of sight behind its own thing: drawn lightly where another line needs it, else not at all.
  if (stroke && seen && needsHidden(input, move, stroke, seen))
    return { do: "rule", lines: [ruled], press: "light", ...overOf(input, i, move) };
  if (seen?.length === 0) return "nothing";
  return {
    do: "rule",
    lines: stroke && seen ? inStretches(on, moves, i, ruled, stroke, seen, 1) : [ruled],
    press: pressOf(move),
    ...belowOf(on, move),
    ...(move.lines[0]?.id === "sheet/horizon" ? { as: "horizon" as const } : {}),
    ...overOf(input, i, move),
  };
}

function tellCurve(input: TellInput, moves: readonly Move[], i: number, move: Move): MoveTold {
  const stroke = input.strokeOf(i);
  if (!stroke) return "nothing";
  const through = placesOnCurve(input.on.places, stroke, moves, i);
  const again = moves.slice(0, i).some((m) => m.objectId === move.objectId && m.hand === "curve");
  if (through.length < 2 && !again) return null;
  const hides = through.length < 2 ? { hides: true as const } : leavesOf(stroke, through);
  return {
    do: "curve",
    curves: [{ through, ...hides }],
    press: pressOf(move),
    ...overOf(input, i, move),
  };
}

function tellFill(input: TellInput, moves: readonly Move[], i: number, move: Move): MoveTold {
  const plan = move.stroke;
  if (plan?.plane !== "fill") return null;
  if (!input.filled.has(i)) return "nothing";
  const inRow = moves[i - 1]?.hand === "fill" || moves[i + 1]?.hand === "fill";
  if (isDrawnFreely(moves, i))
    return { do: "fill", pieces: [{ outer: { k: "drawn" }, openings: [] }], tone: plan.tone };
  const [outer, ...openings] = plan.rings.map((ring) => ringOf(input, moves, ring, i, inRow));
  if (!outer || openings.some((o) => o === null)) return null;
  return { do: "fill", pieces: [{ outer, openings: openings as Ring<Place>[] }], tone: plan.tone };
}

function byEnds({ places }: OnSheet, ends: readonly [string, string]): Stretch<Place> {
  return { k: "ends", a: places.name(ends[0]), b: places.name(ends[1]) };
}

/** Whether the pencil goes on from this stretch, or came to it, without being lifted: then its corners are worth a name. */
function goesRound({ places }: OnSheet, moves: readonly Move[], i: number): boolean {
  const endsOf = (m: Move | undefined) => (m?.hand === "trace" ? (m.ends ?? []).map(places.one) : []);
  const own = endsOf(moves[i]);
  return [moves[i - 1], moves[i + 1]].some((m) => endsOf(m).some((id) => own.includes(id)));
}

/** A stretch of line by its ends; where both are only crossings of one line with two others, as what lies between these. */
function stretchOf(on: OnSheet, moves: readonly Move[], ends: readonly [string, string]): Stretch<Place> {
  const { places } = on;
  const [a, b] = ends.map((id) => crossingAt(moves, places, id));
  const named = byEnds(on, ends);
  const shared = a?.find((l) => b?.includes(l));
  const [x, y] = [a?.find((l) => l !== shared), b?.find((l) => l !== shared)];
  if (shared === undefined || x === undefined || y === undefined) return named;
  const [line, from, to] = [shared, x, y].map((l) => lineRef(on, l));
  return line && from && to ? { k: "between", line, lines: [from, to] } : named;
}

/** The two lines whose crossing makes a place; undefined where it was found otherwise. */
function crossingAt(moves: readonly Move[], places: Places, id: string): readonly string[] | undefined {
  const since = places.since(id);
  const made =
    since === null || since < 0
      ? undefined
      : moves[since]?.points.find((p) => places.one(p.id) === places.one(id));
  return made?.rule.kind === "crossing" ? made.rule.lines : undefined;
}

/** Whether a place that a line finds, or ends in, out of sight is needed by a later line. */
export function needsHidden(
  { on, needed }: Pick<TellInput, "on" | "needed">,
  move: Move,
  stroke: PaperStroke,
  seen: readonly Interval[],
): boolean {
  const { places } = on;
  const long = distanceMm(stroke.from, stroke.to);
  const inSight = (id: string) => {
    const at = places.at(id);
    if (!at || long === 0) return true;
    const share = distanceMm(stroke.from, at) / long;
    return seen.some((s) => share >= s.from - 1e-3 && share <= s.to + 1e-3);
  };
  return move.points.some((p) => needed.has(places.one(p.id)) && !inSight(p.id));
}

/** Whether a tone fills what a hand has drawn freely in the same phase: that has no corners to name. */
function isDrawnFreely(moves: readonly Move[], i: number): boolean {
  const fill = moves[i];
  const drawn = fill?.id.replace("/fill-", "/");
  return moves.slice(0, i).some((m) => m.id === drawn && m.hand === "freehand" && m.phase === fill?.phase);
}

/** What is drawn freely in a phase, where it is not the thing itself. */
const FREE: Readonly<Record<string, string>> = {
  wires: "wire",
  crowns: "crown",
  "crown-shadows": "crown shadow",
};

function freeOf({ id, phase }: Move): string | undefined {
  return id.endsWith("-knob") ? "knob" : FREE[phase];
}

/** A line whose end nothing marks is told by its length; that is always there to be measured. */
function withLength(on: OnSheet, ruled: Ruled<Place>, move: Move, endId: string): Ruled<Place> {
  const start = move.ends && on.places.at(move.ends[0]);
  const end = on.places.at(endId) ?? endOfStroke(on.view, move);
  if (!start || !end) return ruled;
  const length = distanceMm(start, end);
  // What ends nowhere on the sheet ends at its edge.
  if (isOff(end, on.view.sheet)) return { ...ruled, end: { k: "sheet-edge" } };
  return {
    ...ruled,
    end: { k: "length", reading: readingOf(length, on.view.sheet) },
    gives: on.places.name(endId),
  };
}

function tellSlide(on: OnSheet, move: Move): Act<Place> | null {
  const rule = move.lines[0]?.rule;
  const ends = move.ends;
  if (rule?.kind !== "slide" || !ends) return null;
  const [a, b] = rule.between.map((l) => lineRef(on, l));
  const { places } = on;
  if (!a || !b || rule.aim.kind !== "axis") return null;
  const upright = rule.aim.axis === "height";
  const side: Way = upright
    ? rule.side === "after"
      ? "right"
      : "left"
    : rule.side === "after"
      ? "down"
      : "up";
  return {
    do: "slide",
    way: upright ? "upright" : "level",
    between: [a, b],
    reading: readingOf(rule.mm, on.view.sheet),
    side,
    gives: [places.name(ends[0]), places.name(ends[1])],
  };
}
