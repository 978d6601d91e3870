import type { Move } from "../../drawing/drafter/index.ts";
import { isDot } from "../../drawing/paper/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";
import { byMeasure, isOff, onSheetOnly, unknownIn } from "./by-measure.ts";
import { placesIn } from "./map-act.ts";
import type { Place } from "./places.ts";
import { tellCutCurve } from "./tell-cut-curve.ts";
import { pressOf, type TellInput } from "./tell-input.ts";
import { tellInset } from "./tell-inset.ts";
import { tellWhere, whereMeasured } from "./tell-mark.ts";
import { tellMove } from "./tell-move.ts";
import { tellPair, tellSwapped, tellTile } from "./tell-together.ts";
import type { Act, LineRef, Told } from "./told.ts";

/**
 * Tells moves one after another, each as an act of its own; moves that leave nothing to do, such as a place that is there
 * already, are told as none. What nothing on the sheet can tell is handed to `lost` by its move.
 */
export function tellMoves(
  input: TellInput,
  moves: readonly Move[],
  range: { readonly from: number; readonly to: number },
  lost: (moveIndex: number) => void,
): Told<Place>[] {
  const told: Told<Place>[] = [];
  const take = (t: Told<Place>) => {
    const act = withFewFinds(onSheetOnly(input.on, t.act), input);
    for (const p of placesIn(act).gives) if (p.k === "point") input.given.add(p.id);
    told.push({ ...t, act });
  };
  const takeLeft = (i: number) => {
    const left = (moves[i]?.leaves ?? []).filter((id) => !input.lifted.has(input.on.places.one(id)));
    const at = left.map(input.on.places.name);
    const act: Act<Place> = { do: "leave", at };
    if (at.length > 0 && unknownIn(act, input.given).length === 0) told.push({ act, moves: [] });
  };
  for (let i = range.from; i <= range.to; i++) {
    const move = moves[i];
    if (!move) continue;
    const many = tellPair(input, moves, i) ?? tellTile(input, moves, i) ?? tellInset(input, moves, i);
    if (many && unknownIn(many.act, input.given).length === 0) {
      take(many);
      i += many.moves.length - 1;
      takeLeft(i);
      continue;
    }
    const cut = tellCutCurve(input, moves, i);
    if (cut?.every((t) => unknownIn(t.act, input.given).length === 0 || t.act.do === "curve")) {
      for (const t of cut) take(t);
      continue;
    }
    const swapped = tellSwapped(input, moves, i);
    if (swapped?.every((t) => unknownIn(t.act, input.given).length === 0)) {
      for (const t of swapped) take(t);
      i++;
      takeLeft(i);
      continue;
    }
    const act = isSeen(input, move, i) ? tellMove(input, moves, i, move) : "nothing";
    if (act !== null && act !== "nothing") {
      for (const m of markTaken(input, moves, unknownIn(act, input.given))) take(m);
      if (unknownIn(act, input.given).length === 0) {
        take({ act, moves: [i] });
        takeLeft(i);
        continue;
      }
    }
    const rules = move.hand === "rule" || move.hand === "trace";
    const measured = act !== "nothing" && rules ? byMeasure(input, move, i, pressOf(move)) : null;
    if (measured) {
      input.measured.add(i);
      for (const t of measured) take(t);
    } else if (act !== "nothing" && shows(input, move, i)) lost(i);
    for (const t of foundByMeasure(input, move, i)) take(t);
  }
  return told;
}

/** More crossings than this of one line are marked when they are needed, each before the line that starts there. */
const MOST_FINDS = 2;

function withFewFinds(act: Act<Place>, { pending }: TellInput): Act<Place> {
  const [line] = act.do === "rule" && act.lines.length === 1 ? act.lines : [];
  if (act.do !== "rule" || !line || (line.finds ?? []).length <= MOST_FINDS) return act;
  const { finds = [], ...rest } = line;
  const own: LineRef<Place> = { k: "from", at: line.from, toward: line.toward };
  for (const f of finds)
    if (f.gives.k === "point") pending.set(f.gives.id, { k: "crossing", lines: [own, f.line] });
  return { ...act, lines: [rest] };
}

/** Whether anything of a ruled line lies on the sheet, or it finds a place; what else a hand does is always told. */
function isSeen({ strokeOf }: TellInput, move: Move, i: number): boolean {
  if (move.hand !== "rule" || move.lines[0]?.rule.kind === "sheet-diagonal") return true;
  const stroke = strokeOf(i);
  return (
    stroke !== undefined &&
    (stroke.pieces.length > 0 ||
      stroke.behindOwn.length > 0 ||
      (stroke.stoppedBy.length > 0 && move.points.length > 0))
  );
}

/** Places on the sheet that others go on from, found by a line that cannot be drawn: marked by measure. */
function foundByMeasure({ on, needed, given }: TellInput, move: Move, i: number): Told<Place>[] {
  return move.points.flatMap((p): Told<Place>[] => {
    const id = on.places.one(p.id);
    const at = on.places.at(id);
    if (!needed.has(id) || given.has(id) || !at || isOff(at, on.view.sheet) || move.hand === "take")
      return [];
    if (on.places.name(id).k !== "point") return [];
    return [
      {
        act: { do: "mark", at: [{ gives: on.places.name(id), where: whereMeasured(at, on.view.sheet) }] },
        moves: move.hand === "mark" ? [i] : [],
      },
    ];
  });
}

/** A stroke shorter than this is a dot to a child. */
const LEAST_MM = 0.5;

/** Whether a move leaves anything on the sheet that a pupil should draw. */
function shows({ strokeOf, on, filled }: TellInput, move: Move, i: number): boolean {
  if (move.hand === "fill") return filled.has(i);
  const stroke = strokeOf(i);
  if (!stroke) return false;
  if (isDot(stroke))
    return stroke.pieces.length > 0 && !isOff(stroke.from, on.view.sheet) && stroke.role !== "tick";
  const long = distanceMm(stroke.from, stroke.to);
  return stroke.pieces.some((p) => p.part !== "tail" && (p.to - p.from) * long > LEAST_MM);
}

/** Places that a hidden thing lends are marked before they are first spoken of. */
function markTaken(
  { on, pending }: TellInput,
  moves: readonly Move[],
  ids: readonly string[],
): Told<Place>[] {
  return ids.flatMap((id): Told<Place>[] => {
    const crossing = pending.get(id);
    if (crossing)
      return [{ act: { do: "mark", at: [{ gives: on.places.name(id), where: crossing }] }, moves: [] }];
    if (on.places.since(id) !== null) return [];
    const point = moves.flatMap((m) => m.points).find((made) => made.id === id);
    const where = point && tellWhere(on, point);
    return where ? [{ act: { do: "mark", at: [{ gives: on.places.name(id), where }] }, moves: [] }] : [];
  });
}
