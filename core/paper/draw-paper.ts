import type { Finding } from "../base/index.ts";
import type { Move } from "../drafter/index.ts";
import {
  type Interval,
  overlap,
  pointOn,
  type Region,
  stretchesBehind,
  subtract,
  type Trace,
} from "../geometry/index.ts";
import type { PlannedSolid, Program } from "../recipes/index.ts";
import { boxOfTrace } from "../solids/index.ts";
import type { Camera, View } from "../view/index.ts";
import { onSheet } from "./clip-trace.ts";
import { drawFill } from "./draw-fills.ts";
import { layStroke } from "./lay-stroke.ts";
import { findOccluder, hiddenBy, hiddenByOwn, type Occluder, type StrokeInDepth } from "./occluder.ts";
import type { Paper, PaperFill, PaperStroke, StrokePiece } from "./paper.ts";

/**
 * Lays every stroke on the paper with its life: cut at the sheet's edge, never drawn where a nearer solid is
 * already closed, rubbed out where a nearer solid closes later. Depth decides, never the order of painting.
 * Cost: strokes × showing faces whose boxes overlap.
 */
export function drawPaper(program: Program, view: View): Paper {
  const ranks = new Map(program.frontToBack.map((g, i) => [g, i]));
  const rankOf = (group: string) => ranks.get(group) ?? program.frontToBack.length;
  const occluders = program.solids.flatMap((s) => findOccluder(view.camera, s, rankOf(s.depthGroup)) ?? []);
  const planned = new Map(program.solids.map((s) => [s.objectId, s]));
  const own = new Map(program.solids.flatMap((s) => ownOccluder(view.camera, s)));
  const erasures = erasuresBy(program.moves);
  const strokes: PaperStroke[] = [];
  const fills: PaperFill[] = [];
  const overlaps = new Map<string, Finding>();

  for (const [moveIndex, move] of program.moves.entries()) {
    const plan = move.stroke;
    if (!plan) continue;
    const solid = planned.get(move.objectId);
    const groupRank = rankOf(solid?.depthGroup ?? "");
    if (plan.plane === "fill") {
      const fill = drawFill(move, moveIndex, plan, view, groupRank, occluders);
      if (fill) fills.push(fill);
      continue;
    }
    const laid = layStroke(plan, view.camera);
    if (!laid) continue;
    const { trace, cut } = laid;
    const within = ("within" in plan && plan.within) || null;
    const kept = within ? insideOf(trace, within, onSheet(trace, view.sheet)) : onSheet(trace, view.sheet);
    const base = {
      id: move.id,
      objectId: move.objectId,
      moveIndex,
      role: plan.role,
      trace,
      from: pointOn(trace, 0),
      to: pointOn(trace, 1),
    };
    const rubbedOutAt = eraseAfter(erasures.get(move.objectId), moveIndex);
    if (laid.flat) {
      const rubbed = "rubbedOut" in plan && plan.rubbedOut;
      const pieces = kept.map(
        (k): StrokePiece => ({ ...k, part: "edge", diesAt: rubbed ? rubbedOutAt : null }),
      );
      strokes.push({ ...base, pieces, firmFrom: moveIndex, runsOff: runsOff(kept, 1), stoppedBy: [] });
      continue;
    }
    const inDepth = {
      trace,
      box: boxOfTrace(trace),
      cut,
      objectId: move.objectId,
      groupRank,
      on: ("on" in plan && plan.on) || [],
    };
    const life = lifeOf(inDepth, moveIndex, kept, occluders, own.get(move.objectId) ?? null, rubbedOutAt);
    const isGuide = plan.plane === "space" && plan.tailTo !== null;
    const firmFrom = isGuide ? (solid?.closesAt ?? moveIndex) : moveIndex;
    strokes.push({ ...base, ...life.stroke, firmFrom, runsOff: runsOff(kept, cut) });
    // A horizon that runs through things is a drill's look, not a fault of aim.
    if (plan.role === "horizon") continue;
    for (const other of life.coveredForGood)
      overlaps.set(`${move.objectId} ${other}`, overlapFinding(move, other));
  }
  return { strokes, fills, findings: [...overlaps.values()] };
}

/** The stretches on the sheet that also lie in a region. */
function insideOf(trace: Trace, region: Region, kept: readonly Interval[]): readonly Interval[] {
  const inside = stretchesBehind(trace, region, null);
  return kept.flatMap((k) => inside.flatMap((i) => overlap(k, i) ?? []));
}

/** What of a solid that is not convex hides its own strokes; a see-through one hides them as if it were solid: dotted. */
function ownOccluder(camera: Camera, planned: PlannedSolid): [string, Occluder][] {
  if (planned.solid.convex) return [];
  const occluder = findOccluder(camera, { ...planned, solid: { ...planned.solid, opaque: true } }, 0);
  return occluder ? [[planned.objectId, { ...occluder, solid: planned }]] : [];
}

interface Life {
  readonly stroke: Pick<PaperStroke, "pieces" | "stoppedBy">;
  /** Objects that cover part of the stroke while nothing rubs that part out. */
  readonly coveredForGood: readonly string[];
}

function lifeOf(
  stroke: StrokeInDepth,
  moveIndex: number,
  onPaper: readonly Interval[],
  occluders: readonly Occluder[],
  own: Occluder | null,
  tailDiesAt: number | null,
): Life {
  if (onPaper.length === 0) return { stroke: { pieces: [], stoppedBy: [] }, coveredForGood: [] };
  const never: Interval[] = [];
  const stoppedBy = new Set<string>();
  const covered: { where: Interval; at: number | null; by: string }[] = [];
  for (const occluder of occluders) {
    for (const hidden of hiddenBy(stroke, occluder)) {
      const { objectId, closesAt, erasedAt } = occluder.solid;
      for (const part of onPaper) {
        const where = overlap(hidden, part);
        if (!where) continue;
        if (closesAt < moveIndex) {
          never.push(where);
          stoppedBy.add(objectId);
        } else covered.push({ where, at: erasedAt, by: objectId });
      }
    }
  }
  const behindOwn = own ? hiddenByOwn(stroke, own) : [];
  if (own?.solid.solid.opaque) never.push(...behindOwn);
  const dotted = own?.solid.solid.opaque ? [] : behindOwn;
  const cuts = [...covered, ...dotted.map((where) => ({ where }))].flatMap((c) => [c.where.from, c.where.to]);
  const pieces = onPaper
    .flatMap((part) => subtract(part, never))
    .flatMap((part) => splitAt(part, [...cuts, stroke.cut]))
    .map((piece): StrokePiece => {
      const middle = (piece.from + piece.to) / 2;
      const inside = (i: Interval) => middle > i.from && middle < i.to;
      const part = middle > stroke.cut ? "tail" : dotted.some(inside) ? "dotted" : "edge";
      const deaths = covered.filter((c) => c.at !== null && inside(c.where)).map((c) => c.at ?? 0);
      if (part === "tail" && tailDiesAt !== null) deaths.push(tailDiesAt);
      return { ...piece, part, diesAt: deaths.length > 0 ? Math.min(...deaths) : null };
    });
  // Tails left on purpose (pen) run behind things by design; only edges that show through are a fault.
  const coveredForGood = covered
    .filter((c) => c.at === null && c.where.from < stroke.cut - 1e-9)
    .map((c) => c.by);
  return { stroke: { pieces, stoppedBy: [...stoppedBy].sort() }, coveredForGood };
}

function splitAt(whole: Interval, cuts: readonly number[]): Interval[] {
  const inside = [...new Set(cuts)].filter((c) => c > whole.from && c < whole.to).sort((a, b) => a - b);
  const ends = [whole.from, ...inside, whole.to];
  return ends.slice(1).map((to, i) => ({ from: ends[i] ?? whole.from, to }));
}

/** The moves that rub out, by the objects whose tails they take. */
function erasuresBy(moves: readonly Move[]): ReadonlyMap<string, readonly number[]> {
  const by = new Map<string, number[]>();
  for (const [i, move] of moves.entries())
    for (const id of move.erases) by.set(id, [...(by.get(id) ?? []), i]);
  return by;
}

/** The first rubbing-out after a move, or null. */
function eraseAfter(erasures: readonly number[] | undefined, moveIndex: number): number | null {
  return erasures?.find((at) => at > moveIndex) ?? null;
}

/** Rounding at the sheet's edge: a stroke that ends on the edge does not run off it. */
const ON_EDGE = 1e-9;

/** Whether the edge itself leaves the sheet; a tail that stops at the sheet's edge is not worth a word. */
function runsOff(onPaper: readonly Interval[], cut: number): boolean {
  const [first, last] = [onPaper[0], onPaper[onPaper.length - 1]];
  return !first || !last || onPaper.length > 1 || first.from > ON_EDGE || last.to < cut - ON_EDGE;
}

function overlapFinding(move: Move, other: string): Finding {
  return {
    code: "shows-through",
    severity: "warning",
    about: move.objectId,
    message: `Lines of "${move.objectId}" stay visible behind "${other}", because nothing is rubbed out. Draw the nearer thing first.`,
    numbers: {},
  };
}
