import type { Finding } from "../../ground/base/index.ts";
import {
  type Interval,
  overlap,
  overlaps,
  type Region,
  sortRising,
  stretchesBehind,
  subtract,
  type Trace,
} from "../../ground/geometry/index.ts";
import type { Move, StrokePlan } from "../drafter/index.ts";
import type { PlannedSolid, Program } from "../program/index.ts";
import { apart } from "../solids/index.ts";
import type { View } from "../view/index.ts";
import { drawFill } from "./draw-fills.ts";
import { findOccluder, hiddenBy, hiddenByOwn, type Occluder, type StrokeInDepth } from "./occluder.ts";
import type { Paper, PaperFill, PaperStroke, StrokePiece } from "./paper.ts";
import {
  type DrawnStroke,
  type LaidOnSheet,
  PaperMemo,
  type StrokeNote,
  type StrokePlace,
} from "./paper-memo.ts";

/**
 * Lays every stroke on the paper with its life: cut at the sheet's edge, never drawn where a nearer solid is
 * already closed, rubbed out where a nearer solid closes later. Depth decides, never the order of painting.
 * Cost: strokes × showing faces whose boxes overlap; with a memo of the same view, only for what is new.
 */
export function drawPaper(program: Program, view: View, memo: PaperMemo = new PaperMemo(view)): Paper {
  const ranks = new Map(program.frontToBack.map((g, i) => [g, i]));
  const rankOf = (group: string) => ranks.get(group) ?? program.frontToBack.length;
  const occluders = program.solids.flatMap(
    (s) => findOccluder(memo.facesOf(s.solid), s, rankOf(s.depthGroup)) ?? [],
  );
  const planned = new Map(program.solids.map((s) => [s.objectId, s]));
  const own = new Map(program.solids.flatMap((s) => ownOccluder(memo, s)));
  const erasures = erasuresBy(program.moves);
  const changed = memo.changedSince(occluders);
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
    const note = memo.noteOn(plan);
    const { laid } = note;
    if (!laid) continue;
    const place: StrokePlace = {
      moveIndex,
      groupRank,
      closesAt: solid?.closesAt ?? moveIndex,
      rubbedOutAt: eraseAfter(erasures.get(move.objectId), moveIndex),
      goneAt: eraseAfter(erasures.get(move.id), moveIndex),
    };
    const untouched = samePlace(note.place, place) && !changed.some((box) => !apart(box, laid.box));
    const done =
      (untouched && note.done) ||
      drawStroke(move, plan, laid, place, occluders, own.get(move.objectId) ?? null, note);
    if (note.done && !note.hidden) note.hidden = new Map();
    note.place = place;
    note.done = done;
    strokes.push(done.stroke);
    // A horizon that runs through things is a drill's look, not a fault of aim.
    if (plan.role === "horizon") continue;
    for (const other of done.coveredForGood)
      overlaps.set(`${move.objectId} ${other}`, overlapFinding(move, other));
  }
  memo.endOf(occluders);
  return { strokes, fills, findings: [...overlaps.values()] };
}

/** One stroke with its life. */
function drawStroke(
  move: Move,
  plan: Exclude<StrokePlan, { plane: "fill" }>,
  laid: LaidOnSheet,
  { moveIndex, groupRank, closesAt, rubbedOutAt, goneAt }: StrokePlace,
  occluders: readonly Occluder[],
  own: Occluder | null,
  note: StrokeNote,
): DrawnStroke {
  const { trace, cut } = laid;
  const within = ("within" in plan && plan.within) || null;
  const kept = within ? insideOf(trace, within, laid.kept) : laid.kept;
  const strokeWith = (
    pieces: readonly StrokePiece[],
    firmFrom: number,
    leaves: boolean,
    stoppedBy: readonly string[],
    behindOwn: readonly Interval[] = NOTHING,
  ): PaperStroke => ({
    id: move.id,
    objectId: move.objectId,
    moveIndex,
    role: plan.role,
    trace,
    from: laid.from,
    to: laid.to,
    pieces,
    firmFrom,
    runsOff: leaves,
    stoppedBy,
    behindOwn,
  });
  if (laid.flat) {
    const rubbed = "rubbedOut" in plan && plan.rubbedOut;
    const diesAt = rubbed ? rubbedOutAt : null;
    const pieces = kept.map(({ from, to }): StrokePiece => ({ from, to, part: "edge", diesAt }));
    return { stroke: strokeWith(pieces, moveIndex, runsOff(kept, 1), []), coveredForGood: [] };
  }
  const inDepth: StrokeInDepth = {
    trace,
    box: laid.box,
    cut,
    objectId: move.objectId,
    groupRank,
    on: ("on" in plan && plan.on) || NOWHERE,
  };
  const hidden = (occluder: Occluder) => hiddenOnce(note, inDepth, occluder);
  const life = lifeOf(inDepth, moveIndex, kept, occluders, own, { tail: rubbedOutAt, edge: goneAt }, hidden);
  const isGuide = plan.plane === "space" && plan.tailTo !== null;
  return {
    stroke: strokeWith(
      life.pieces,
      isGuide ? closesAt : moveIndex,
      runsOff(kept, cut),
      life.stoppedBy,
      life.behindOwn,
    ),
    coveredForGood: life.coveredForGood,
  };
}

const NOWHERE: readonly string[] = [];
const NOTHING: readonly Interval[] = [];

function samePlace(a: StrokePlace | null, b: StrokePlace): boolean {
  return (
    a !== null &&
    a.moveIndex === b.moveIndex &&
    a.groupRank === b.groupRank &&
    a.closesAt === b.closesAt &&
    a.rubbedOutAt === b.rubbedOutAt &&
    a.goneAt === b.goneAt
  );
}

/** More than this is remembered of no stroke: faces that moved away would pile up. */
const MOST_REMEMBERED = 200;

/** What an occluder hides of a stroke, looked up where these faces were asked for before. */
function hiddenOnce(note: StrokeNote, stroke: StrokeInDepth, occluder: Occluder): readonly Interval[] {
  if (!note.hidden) return hiddenBy(stroke, occluder);
  const groupGap = Math.sign(occluder.groupRank - stroke.groupRank);
  const known = note.hidden.get(occluder.faces);
  if (known?.groupGap === groupGap) return known.stretches;
  const stretches = hiddenBy(stroke, occluder);
  if (note.hidden.size >= MOST_REMEMBERED) note.hidden.clear();
  note.hidden.set(occluder.faces, { groupGap, stretches });
  return stretches;
}

/** The stretches on the sheet that also lie in a region. */
function insideOf(trace: Trace, region: Region, kept: readonly Interval[]): readonly Interval[] {
  const inside = stretchesBehind(trace, region, null);
  return kept.flatMap((k) => inside.flatMap((i) => overlap(k, i) ?? []));
}

/** What of a solid that is not convex hides its own strokes; a see-through one hides them as if it were solid: dotted. */
function ownOccluder(memo: PaperMemo, planned: PlannedSolid): [string, Occluder][] {
  if (planned.solid.convex) return [];
  const occluder = findOccluder(memo.ownFacesOf(planned.solid), planned, 0);
  return occluder ? [[planned.objectId, occluder]] : [];
}

interface Life {
  readonly pieces: readonly StrokePiece[];
  readonly stoppedBy: readonly string[];
  readonly behindOwn: readonly Interval[];
  /** Objects that cover part of the stroke while nothing rubs that part out. */
  readonly coveredForGood: readonly string[];
}

function lifeOf(
  stroke: StrokeInDepth,
  moveIndex: number,
  onPaper: readonly Interval[],
  occluders: readonly Occluder[],
  own: Occluder | null,
  diesAtLast: { readonly tail: number | null; readonly edge: number | null },
  hidden: (occluder: Occluder) => readonly Interval[],
): Life {
  if (onPaper.length === 0) return { pieces: [], stoppedBy: [], behindOwn: NOTHING, coveredForGood: [] };
  const never: Interval[] = [];
  const stoppedBy: string[] = [];
  const covered: Covered[] = [];
  for (const occluder of occluders) {
    if (apart(stroke.box, occluder.box)) continue;
    const { objectId, closesAt, erasedAt, solid } = occluder.solid;
    const onlyTail = stopsOnlyTail(stroke, occluder, hidden(occluder));
    for (const stretch of hidden(occluder)) {
      const where = solid.seenFromInside ? overlap(stretch, { from: 0, to: stroke.cut }) : stretch;
      if (!where || !meetsAny(where, onPaper)) continue;
      if (closesAt < moveIndex) {
        never.push(where);
        if (!onlyTail && !stoppedBy.includes(objectId)) stoppedBy.push(objectId);
      } else covered.push({ from: where.from, to: where.to, at: erasedAt, by: objectId });
    }
  }
  const behindOwn = own ? hiddenByOwn(stroke, own) : NOTHING;
  if (own?.solid.solid.opaque) never.push(...behindOwn);
  const dotted = own?.solid.solid.opaque ? NOTHING : behindOwn;
  const cuts = [stroke.cut];
  for (const c of covered) cuts.push(c.from, c.to);
  for (const d of dotted) cuts.push(d.from, d.to);
  sortRising(cuts);
  const pieces: StrokePiece[] = [];
  const { minX, maxX, minY, maxY } = stroke.box;
  const reachMm = Math.hypot(maxX - minX, maxY - minY);
  for (const part of onPaper)
    for (const left of subtract(part, never))
      if (left.to - left.from === part.to - part.from || (left.to - left.from) * reachMm > SPECK_MM)
        cutUp(left, cuts, (piece) => pieces.push(describe(piece)));
  // Tails left on purpose (pen) run behind things by design; only edges that show through are a fault.
  const coveredForGood: string[] = [];
  for (const c of covered) if (c.at === null && c.from < stroke.cut - 1e-9) coveredForGood.push(c.by);
  return {
    pieces,
    stoppedBy: stoppedBy.length > 1 ? stoppedBy.sort() : stoppedBy,
    behindOwn: own?.solid.solid.opaque ? behindOwn : NOTHING,
    coveredForGood,
  };

  function describe(piece: Interval): StrokePiece {
    const middle = (piece.from + piece.to) / 2;
    const part = middle > stroke.cut ? "tail" : isInside(middle, dotted) ? "dotted" : "edge";
    let diesAt = part === "tail" ? diesAtLast.tail : diesAtLast.edge;
    let behind: string | null = null;
    for (const c of covered)
      if (c.at !== null && middle > c.from && middle < c.to && (diesAt === null || c.at < diesAt)) {
        diesAt = c.at;
        behind = c.by;
      }
    return { from: piece.from, to: piece.to, part, diesAt, ...(behind === null ? {} : { behind }) };
  }
}

/**
 * Whether a thing stands in the way of a guide's tail alone while the edge itself runs in front of it: who was told not to
 * draw through it would leave out some of the edge.
 */
function stopsOnlyTail(stroke: StrokeInDepth, occluder: Occluder, hidden: readonly Interval[]): boolean {
  if (stroke.cut >= 1 || hidden.length === 0 || hidden.some((h) => h.from < stroke.cut - CUT)) return false;
  const edge = { from: 0, to: stroke.cut - CUT };
  return occluder.faces.some((face) =>
    stretchesBehind(stroke.trace, face.region, null).some((inside) => overlaps(inside, edge)),
  );
}

/** A share of a stroke that no pencil shows: a hundredth of a millimetre on a long guide. */
const CUT = 3e-5;

/** A stretch that another object covers, and when it is rubbed out there. */
interface Covered extends Interval {
  readonly at: number | null;
  readonly by: string;
}

function meetsAny(where: Interval, parts: readonly Interval[]): boolean {
  for (const part of parts) if (overlaps(where, part)) return true;
  return false;
}

function isInside(at: number, intervals: readonly Interval[]): boolean {
  return intervals.some((i) => at > i.from && at < i.to);
}

/** What is left of a covered line and is shorter than this is no line: no pencil makes it, and nothing on it is spoken of. */
const SPECK_MM = 0.01;

/**
 * Two things that cover a stroke up to one and the same corner may differ in the last bit: what lies between is no piece. A
 * share of the stroke.
 */
const SLIVER = 1e-9;

/** The pieces of a stretch between the cuts that fall into it; cuts in rising order. */
function cutUp(whole: Interval, cuts: readonly number[], take: (piece: Interval) => void): void {
  let from = whole.from;
  for (const cut of cuts) {
    if (cut <= from + SLIVER) continue;
    if (cut >= whole.to - SLIVER) break;
    take({ from, to: cut });
    from = cut;
  }
  take({ from, to: whole.to });
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
