import type { Finding } from "../base/index.ts";
import type { Move, StrokePlan } from "../drafter/index.ts";
import {
  clipToSheet,
  distanceMm,
  findPaperPoint,
  type Interval,
  overlap,
  type PaperPoint,
  subtract,
} from "../geometry/index.ts";
import type { Program } from "../recipes/index.ts";
import { type Camera, type SpacePoint, type View, worldToPaper } from "../view/index.ts";
import { findOccluder, hiddenBy, type Occluder, type StrokeInDepth } from "./occluder.ts";
import type { Paper, PaperStroke, StrokePiece } from "./paper.ts";

/**
 * Lays every stroke on the paper with its life: cut at the sheet's edge, never drawn where a nearer solid is
 * already closed, rubbed out where a nearer solid closes later. Depth decides, never the order of painting.
 * Cost: strokes × showing faces whose boxes overlap.
 */
export function drawPaper(program: Program, view: View): Paper {
  const ranks = new Map(program.frontToBack.map((g, i) => [g, i]));
  const rankOf = (group: string) => ranks.get(group) ?? program.frontToBack.length;
  const occluders = program.solids.flatMap((s) => findOccluder(view.camera, s, rankOf(s.depthGroup)) ?? []);
  const groupOf = new Map(program.solids.map((s) => [s.objectId, s.depthGroup]));
  const closing = new Map(program.solids.map((s) => [s.objectId, s.closesAt]));
  const strokes: PaperStroke[] = [];
  const overlaps = new Map<string, Finding>();

  for (const [moveIndex, move] of program.moves.entries()) {
    if (!move.stroke) continue;
    const rubbedOutAt = eraseAfter(program.moves, moveIndex, move.objectId);
    const laid = layOnPaper(move.stroke, view.camera);
    if (!laid) continue;
    const onSheet = clipToSheet(laid.from, laid.to, view.sheet.widthMm, view.sheet.heightMm);
    const base = {
      id: move.id,
      objectId: move.objectId,
      moveIndex,
      role: move.stroke.role,
      from: laid.from,
      to: laid.to,
    };
    if (move.stroke.plane !== "space") {
      const diesAt = move.stroke.rubbedOut ? rubbedOutAt : null;
      const pieces: StrokePiece[] = onSheet ? [{ ...onSheet, part: "edge", diesAt }] : [];
      strokes.push({ ...base, pieces, firmFrom: moveIndex, runsOff: runsOff(onSheet), stoppedBy: [] });
      continue;
    }
    const inDepth = { ...laid, objectId: move.objectId, groupRank: rankOf(groupOf.get(move.objectId) ?? "") };
    const life = lifeOf(inDepth, moveIndex, onSheet, occluders, rubbedOutAt);
    const firmFrom = move.stroke.tailTo ? (closing.get(move.objectId) ?? moveIndex) : moveIndex;
    strokes.push({ ...base, ...life.stroke, firmFrom, runsOff: runsOffBeforeCut(onSheet, laid.cut) });
    // A horizon that runs through things is a drill's look, not a fault of aim.
    if (move.stroke.role === "horizon") continue;
    for (const other of life.coveredForGood)
      overlaps.set(`${move.objectId} ${other}`, overlapFinding(move, other));
  }
  return { strokes, findings: [...overlaps.values()] };
}

interface Laid {
  readonly from: PaperPoint;
  readonly to: PaperPoint;
  readonly qFrom: number;
  readonly qTo: number;
  readonly cut: number;
}

/** Where a stroke lies on paper; null when a part of it is not in front of the eye. */
function layOnPaper(plan: StrokePlan, camera: Camera): Laid | null {
  if (plan.plane === "dot") return { from: plan.at, to: plan.at, qFrom: 0, qTo: 0, cut: 1 };
  if (plan.plane === "paper") return { from: plan.from, to: plan.to, qFrom: 0, qTo: 0, cut: 1 };
  const end = plan.tailTo ?? plan.to;
  const [a, b, c] = [toPaper(camera, plan.from), toPaper(camera, plan.to), toPaper(camera, end)];
  if (!a || !b || !c) return null;
  const length = distanceMm(a, c);
  return {
    from: a,
    to: c,
    qFrom: plan.from[3] / plan.from[2],
    qTo: end[3] / end[2],
    cut: plan.tailTo && length > 0 ? distanceMm(a, b) / length : 1,
  };
}

function toPaper(camera: Camera, p: SpacePoint): PaperPoint | null {
  return p[2] > 0 ? findPaperPoint(worldToPaper(camera, p)) : null;
}

interface Life {
  readonly stroke: Pick<PaperStroke, "pieces" | "stoppedBy">;
  /** Objects that cover part of the stroke while nothing rubs that part out. */
  readonly coveredForGood: readonly string[];
}

function lifeOf(
  stroke: StrokeInDepth,
  moveIndex: number,
  onSheet: Interval | null,
  occluders: readonly Occluder[],
  tailDiesAt: number | null,
): Life {
  if (!onSheet) return { stroke: { pieces: [], stoppedBy: [] }, coveredForGood: [] };
  const never: Interval[] = [];
  const stoppedBy = new Set<string>();
  const covered: { where: Interval; at: number | null; by: string }[] = [];
  for (const occluder of occluders) {
    for (const hidden of hiddenBy(stroke, occluder)) {
      const { objectId, closesAt, erasedAt } = occluder.solid;
      const where = overlap(hidden, onSheet);
      if (!where) continue;
      if (closesAt < moveIndex) {
        never.push(where);
        stoppedBy.add(objectId);
      } else covered.push({ where, at: erasedAt, by: objectId });
    }
  }
  const drawn = subtract(onSheet, never);
  const cuts = [...covered.flatMap((c) => [c.where.from, c.where.to]), stroke.cut];
  const pieces = drawn
    .flatMap((d) => splitAt(d, cuts))
    .map((piece): StrokePiece => {
      const middle = (piece.from + piece.to) / 2;
      const part = middle > stroke.cut ? "tail" : "edge";
      const deaths = covered
        .filter((c) => c.at !== null && middle > c.where.from && middle < c.where.to)
        .map((c) => c.at ?? 0);
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

/** The first rubbing-out after a move that takes its object's tails, or null. */
function eraseAfter(moves: readonly Move[], moveIndex: number, objectId: string): number | null {
  for (let i = moveIndex + 1; i < moves.length; i++) {
    if (moves[i]?.erases.includes(objectId)) return i;
  }
  return null;
}

/** Rounding at the sheet's edge: a stroke that ends on the edge does not run off it. */
const ON_EDGE = 1e-9;

function runsOff(onSheet: Interval | null): boolean {
  return !onSheet || onSheet.from > ON_EDGE || onSheet.to < 1 - ON_EDGE;
}

/** Whether the edge itself leaves the sheet; a tail that stops at the sheet's edge is not worth a word. */
function runsOffBeforeCut(onSheet: Interval | null, cut: number): boolean {
  return !onSheet || onSheet.from > ON_EDGE || onSheet.to < cut - ON_EDGE;
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
