import type { Move, SheetEdge } from "../../drawing/drafter/index.ts";
import { isDot, type PaperStroke } from "../../drawing/paper/index.ts";
import { distanceMm, pointOn } from "../../ground/geometry/index.ts";
import { seenStretches, stoppingLine } from "./behind-own.ts";
import { byMeasure, isOff, unknownIn } from "./by-measure.ts";
import type { Place, Places } from "./places.ts";
import { pressOf, type TellInput } from "./tell-input.ts";
import { lineRef } from "./tell-line.ts";
import { edgeAt } from "./tell-mark.ts";
import { needsHidden } from "./tell-move.ts";
import type { LineRef, Stretch, Told } from "./told.ts";

/** With more guides than this their far corners need no letters: each ends at the line it meets. */
const MANY_GUIDES = 6;

/**
 * What finishes a thing: its guides gone over firmly as far as they are its edges. Told with the move that closes it.
 */
export function goOver(input: TellInput, moves: readonly Move[], ofThing: readonly number[]): Told<Place>[] {
  const last = ofThing[ofThing.length - 1] ?? 0;
  const guides = ofThing.filter((i) => {
    const [move, stroke] = [moves[i], input.strokeOf(i)];
    return move && stroke && !isDot(stroke) && isGuide(move, stroke);
  });
  const many = guides.length > MANY_GUIDES;
  return (["firm", "dotted"] as const).flatMap((press): Told<Place>[] => {
    /** Stretches by what stands in their way: that of one may lie behind another. */
    const byOver = new Map<string, { over: string[]; lines: Stretch<Place>[]; firms: number[] }>();
    const apart: Told<Place>[] = [];
    for (const i of ofThing) {
      const move = moves[i];
      const stroke = input.strokeOf(i);
      if (!move?.ends || !stroke || isDot(stroke)) continue;
      const dotted = stroke.role === "hidden";
      const finished = isGuide(move, stroke) || isGhost(input, move, stroke);
      if (!finished || dotted !== (press === "dotted") || input.measured.has(i)) continue;
      if (!stroke.pieces.some((p) => p.part === "edge" || (dotted && p.part === "dotted"))) continue;
      const stretches = stretchesOfGuide(input, moves, i, stroke, move.ends, last, many);
      // What cannot be told along its guide is told by measure.
      const known = stretches.filter(
        (s) => unknownIn({ do: "go-over", press, lines: [s] }, input.given).length === 0,
      );
      if (known.length < stretches.length || stretches.length === 0) {
        apart.push(...(byMeasure(input, move, i, press) ?? []));
        continue;
      }
      const stopped = edgeIsWhole(input, move.ends, stroke) ? [] : stroke.stoppedBy;
      const over = stopped.filter((id) => id !== move.objectId).map(input.labelOf);
      const group = byOver.get(over.join("\n")) ?? { over, lines: [], firms: [] };
      group.lines.push(...stretches);
      group.firms.push(...stretches.map(() => i));
      byOver.set(over.join("\n"), group);
    }
    return [
      ...apart,
      ...[...byOver.values()].map(
        ({ over, lines, firms }): Told<Place> => ({
          act: { do: "go-over", press, lines, ...(over.length > 0 ? { over } : {}) },
          moves: [],
          firms,
        }),
      ),
    ];
  });
}

/** Whether nothing stands in the way of a guide's edge, though something may end its tail. */
function edgeIsWhole({ on }: TellInput, ends: readonly [string, string], stroke: PaperStroke): boolean {
  const end = on.places.at(ends[1]);
  const long = distanceMm(stroke.from, stroke.to);
  if (!end || long === 0 || stroke.trace.kind !== "straight") return false;
  const until = distanceMm(stroke.from, end) / long;
  let reached = 0;
  for (const piece of stroke.pieces) {
    if (piece.from > reached + SAME_SHARE) break;
    reached = Math.max(reached, piece.to);
  }
  return reached >= until - SAME_SHARE;
}

/** Shares of a stroke nearer than this are one. */
const SAME_SHARE = 1e-6;

/** A line that was drawn lightly because part of it, out of sight, was needed. */
function isGhost({ on, needed }: TellInput, move: Move, stroke: PaperStroke): boolean {
  if (stroke.behindOwn.length === 0 || move.hand !== "rule" || pressOf(move) !== "firm") return false;
  const seen = seenStretches(stroke, 1);
  return seen !== null && seen.length > 0 && needsHidden({ on, needed }, move, stroke, seen);
}

/** How far a guide is an edge: to its other corner, or between the lines of its thing behind which it goes out of sight. */
function stretchesOfGuide(
  { on, given }: TellInput,
  moves: readonly Move[],
  i: number,
  stroke: PaperStroke,
  ends: readonly [string, string],
  last: number,
  many: boolean,
): Stretch<Place>[] {
  const { places } = on;
  const [a, b] = ends.map((id) =>
    isFoundBy(places, id, last) && (places.name(id).k !== "point" || given.has(places.one(id)))
      ? places.name(id)
      : null,
  );
  const edges = stroke.pieces.filter((p) => p.part === "edge").map((p) => p.to);
  const cut = Math.max(0, ...edges);
  const seen = seenStretches(stroke, isGuide(moves[i] as Move, stroke) ? edgeEnd(stroke) : 1);
  const line = moves[i]?.lines[0];
  const own = line && lineRef(on, line.id, true);
  const crossed = many && a && own && line ? crossedAt(on, line.id, ends[1]) : null;
  if (!seen && crossed && own && a) return [{ k: "until", a, line: own, until: crossed }];
  if (!seen && own && (a === null) !== (b === null)) {
    const edge = edgeOut(on, stroke, a === null ? ends[0] : ends[1]);
    const from = a ?? b;
    if (edge && from) return [{ k: "to-edge", a: from, line: own, edge }];
  }
  if (!seen) return a && b ? [{ k: "ends", a, b }] : [];
  if (!own || cut === 0) return [];
  return seen.flatMap((s): Stretch<Place>[] => {
    const begins =
      s.from <= 0 ? null : stoppingLine(on, moves, stroke, pointOn(stroke.trace, s.from), last + 1);
    const until =
      s.to >= edgeEnd(stroke) - 1e-9
        ? null
        : stoppingLine(on, moves, stroke, pointOn(stroke.trace, s.to), last + 1);
    if (s.from <= 0 && !until) return a && b ? [{ k: "ends", a, b }] : [];
    if (s.from <= 0 && a && until) return [{ k: "until", a, line: own, until }];
    if (begins && until) return [{ k: "between", line: own, lines: [begins, until] }];
    return begins && b ? [{ k: "until", a: b, line: own, until: begins }] : [];
  });
}

/** The edge of the sheet by which a guide leaves it on the way to a corner that lies beyond. */
function edgeOut(on: TellInput["on"], stroke: PaperStroke, corner: string): SheetEdge | null {
  const at = on.places.at(corner);
  if (!at || !isOff(at, on.view.sheet)) return null;
  const seen = stroke.pieces.filter((p) => p.part !== "tail");
  const ends = seen.flatMap((p) => [pointOn(stroke.trace, p.from), pointOn(stroke.trace, p.to)]);
  const nearest = ends.sort((p, q) => distanceMm(p, at) - distanceMm(q, at))[0];
  return nearest ? edgeAt(nearest, on.view.sheet) : null;
}

/** The line whose crossing with a guide is the guide's other corner. */
function crossedAt(on: TellInput["on"], guide: string, corner: string): LineRef<Place> | null {
  const rule = on.ruleOf(on.places.one(corner));
  if (rule?.kind !== "crossing" || !rule.lines.includes(guide)) return null;
  const other = rule.lines.find((l) => l !== guide);
  return other === undefined ? null : lineRef(on, other);
}

/** The share of a guide at which its edge ends and its tail begins. */
function edgeEnd(stroke: PaperStroke): number {
  const tail = stroke.pieces.find((p) => p.part === "tail");
  const edges = stroke.pieces.filter((p) => p.part !== "tail").map((p) => p.to);
  return tail ? Math.max(0, ...edges, Math.min(tail.from, 1)) : 1;
}

/** A guide that carries an edge of its thing: drawn lightly with a tail, firm once the thing is closed. */
function isGuide(move: Move, stroke: PaperStroke): boolean {
  return (
    move.stroke?.plane === "space" &&
    move.stroke.tailTo !== null &&
    move.stroke.light !== true &&
    stroke.role !== "construction" &&
    stroke.role !== "horizon"
  );
}

function isFoundBy(places: Places, id: string, move: number): boolean {
  const since = places.since(id);
  return since !== null && since <= move;
}
