import { type Evaluation, type Move, needsOf } from "../../drawing/drafter/index.ts";
import type { Paper, PaperStroke } from "../../drawing/paper/index.ts";
import type { View } from "../../drawing/view/index.ts";
import type { Memo } from "../../ground/base/index.ts";
import { noMemo } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import { goOver } from "./close-thing.ts";
import { inFamilies } from "./families.ts";
import { inLetters, type ThingTold } from "./letters.ts";
import { type Place, type Places, placesOf } from "./places.ts";
import { inRepeats } from "./repeats.ts";
import type { TellInput } from "./tell-input.ts";
import type { OnSheet } from "./tell-line.ts";
import { tellMoves } from "./tell-moves.ts";
import type { Name, Told } from "./told.ts";
import { turnTold } from "./turn-act.ts";

export interface LessonToTell {
  readonly moves: readonly Move[];
  readonly evaluation: Evaluation;
  readonly paper: Paper;
  readonly view: View;
  readonly labelOf: (objectId: string) => string;
  /** Whether each pupil chooses how deep things go. */
  readonly depthsByEye: boolean;
  /** Letters that are themselves drawn in a thing. */
  readonly drawnLetters: (objectId: string) => readonly string[];
}

/** One phase of one thing, told: acts in order, and the moves it stands for. */
export interface PhaseTold {
  readonly objectId: string;
  readonly phase: string;
  readonly first: number;
  readonly last: number;
  readonly told: readonly Told<Name>[];
  /** Moves that nothing on the sheet can tell. */
  readonly lost: readonly number[];
}

/** A lesson told, with where the places lie that only the telling needs. */
export interface LessonTold {
  readonly phases: readonly PhaseTold[];
  readonly extra: ReadonlyMap<string, PaperPoint>;
}

interface PhaseRun {
  readonly objectId: string;
  readonly phase: string;
  readonly first: number;
  readonly last: number;
}

/**
 * Tells a lesson: what the hands do, from which places, which way and how far, phase by phase in the order of the moves.
 * What finishes a thing is told with the last of its lines, and its rubbing-out after that.
 */
export function tellLesson(lesson: LessonToTell, memo: Memo = noMemo): LessonTold {
  const { moves, evaluation, paper, view, labelOf } = lesson;
  const places = memo("places", [moves, evaluation, view.sheet], () =>
    placesOf(moves, evaluation, view.sheet),
  );
  const strokes: (PaperStroke | undefined)[] = [];
  for (const s of paper.strokes) strokes[s.moveIndex] = s;
  const dying = dyingAt(paper);
  const on: OnSheet = {
    places,
    view,
    depthsByEye: lesson.depthsByEye,
    line: (id) => evaluation.lines.get(id),
    ruleOf: (id) => ruleOf(moves, places, id),
    alike: (dx, dy, before) => alike(on, moves, dx, dy, before),
  };
  const needed = memo("needed", [moves, places], () => neededBy(moves, places));
  const filled = memo("filled", [paper, view], () => filledOn(paper, view));
  const given = new Set<string>();
  const extra = new Map<string, PaperPoint>();
  const closing = closingMoves(moves);
  const things = thingsOf(moves).map((thing) => {
    const labels = thingsNear(thing, strokes, dying).map(labelOf).join("\n");
    const slice = moves.slice(thing.first, thing.last + 1);
    const seen = slice.map((_, i) => strokes[thing.first + i]);
    const erased = slice.flatMap((_, i) => dying.get(thing.first + i) ?? []);
    // What a thing is told from beside its own moves: which places are one, and which are known by now.
    const known = foreignTo(slice, places).map((id) => (given.has(id) ? id : `no ${id}`));
    const shown = slice.map((_, i) => (filled.has(thing.first + i) ? "1" : "0")).join("");
    const ones = slice.flatMap((m) => m.points.map((p) => places.one(p.id)));
    const told = memo(
      `told ${thing.objectId} ${thing.first}`,
      [
        view,
        lesson.depthsByEye,
        thing.first,
        labels,
        known.join("\n"),
        ones.join("\n"),
        shown,
        ...slice,
        ...seen,
        ...erased,
      ],
      () => {
        const input: TellInput = {
          on,
          strokeOf: (i) => strokes[i],
          labelOf,
          needed,
          filled,
          given: new Set(given),
          extra: new Map(),
          lifted: new Set(),
          measured: new Set(),
          pending: new Map(),
        };
        const phases = thing.phases.map((run) =>
          tellPhase(input, moves, run, closing.get(thing.objectId), dying),
        );
        return { phases, given: [...input.given], extra: [...input.extra] };
      },
    );
    for (const id of told.given) given.add(id);
    for (const [id, at] of told.extra) extra.set(id, at);
    return { thing, told };
  });
  const lettered = inLetters(
    things.map(
      ({ thing: { objectId }, told }): ThingTold<Place> => ({
        objectId,
        label: labelOf(objectId),
        skip: new Set(lesson.drawnLetters(objectId)),
        stretches: told.phases.map((p) => p.acts),
      }),
    ),
    memo,
  );
  let lies = 0;
  const phases = things.flatMap(({ thing, told }, t) =>
    thing.phases.map((run, k): PhaseTold => {
      const acts = lettered[t]?.stretches[k] ?? [];
      const turns = acts.some((a) => a.act.do === "turn");
      const lost = told.phases[k]?.lost ?? [];
      if (lies === 0 && !turns) return { ...run, told: acts, lost };
      const turned = acts.map((act) => {
        if (act.act.do === "turn") lies = (lies + act.act.quarters) % 4;
        return turnTold(act, lies);
      });
      return { ...run, told: turned, lost };
    }),
  );
  return { phases, extra };
}

/** A phase told: what its moves do, what finishes its thing, what is rubbed out. */
function tellPhase(
  input: TellInput,
  moves: readonly Move[],
  run: PhaseRun,
  closes: { readonly last: number; readonly all: readonly number[] } | undefined,
  dying: ReadonlyMap<number, readonly PaperStroke[]>,
): { acts: readonly Told<Place>[]; lost: readonly number[] } {
  const lost: number[] = [];
  const told = tellMoves(input, moves, { from: run.first, to: run.last }, (i) => lost.push(i));
  const acts: Told<Place>[] = inFamilies(inRepeats(told, moves));
  if (closes && closes.last >= run.first && closes.last <= run.last) {
    // The sheet is turned back when all is done.
    const back = acts.at(-1)?.act.do === "turn" ? acts.splice(-1) : [];
    // What finishes a line of an earlier phase shows no move of that phase again.
    const over = goOver(input, moves, closes.all).map((t) => ({
      ...t,
      moves: t.moves.filter((m) => m >= run.first && m <= run.last),
    }));
    acts.push(...over, ...back);
  }
  for (let i = run.first; i <= run.last; i++) {
    const move = moves[i];
    if (move?.hand === "erase") acts.push(...tellErasing(move, i, dying.get(i), input.labelOf));
  }
  return { acts, lost };
}

interface ThingRun {
  readonly objectId: string;
  readonly first: number;
  readonly last: number;
  readonly phases: readonly PhaseRun[];
}

/** The phases in order, those of one thing that follow each other together. */
function thingsOf(moves: readonly Move[]): ThingRun[] {
  const things: { objectId: string; first: number; last: number; phases: PhaseRun[] }[] = [];
  for (const run of runsOf(moves)) {
    const thing = things[things.length - 1];
    if (thing?.objectId === run.objectId) {
      thing.last = run.last;
      thing.phases.push(run);
    } else things.push({ objectId: run.objectId, first: run.first, last: run.last, phases: [run] });
  }
  return things;
}

/** The things that stop lines of one, or whose lines are rubbed out with it: their names are in its words. */
function thingsNear(
  { objectId, first, last }: ThingRun,
  strokes: readonly (PaperStroke | undefined)[],
  dying: ReadonlyMap<number, readonly PaperStroke[]>,
): string[] {
  const near = new Set<string>([objectId]);
  for (let i = first; i <= last; i++) {
    for (const id of strokes[i]?.stoppedBy ?? []) near.add(id);
    for (const s of dying.get(i) ?? []) {
      near.add(s.objectId);
      for (const p of s.pieces) if (p.behind !== undefined) near.add(p.behind);
    }
  }
  return [...near];
}

/** The places of other things that moves go on from. */
function foreignTo(slice: readonly Move[], places: Places): string[] {
  const objectId = slice[0]?.objectId;
  const foreign = new Set<string>();
  for (const move of slice)
    for (const { rule } of [...move.lines, ...move.points])
      for (const id of needsOf(rule)) if (!id.startsWith(`${objectId}/`)) foreign.add(places.one(id));
  return [...foreign];
}

/** The moves whose tones lie on the sheet, at least in part. */
function filledOn(paper: Paper, { sheet }: View): ReadonlySet<number> {
  const shows = (ring: readonly { readonly xMm: number; readonly yMm: number }[]) =>
    ring.some((p) => p.xMm > 0) &&
    ring.some((p) => p.yMm > 0) &&
    ring.some((p) => p.xMm < sheet.widthMm) &&
    ring.some((p) => p.yMm < sheet.heightMm);
  return new Set(
    paper.fills.flatMap((f) => (f.pieces.some((piece) => piece.region.some(shows)) ? [f.moveIndex] : [])),
  );
}

function ruleOf(moves: readonly Move[], places: Places, id: string) {
  const since = places.since(id);
  if (since === null || since < 0) return null;
  return (
    moves[since]?.points.find((p) => places.one(p.id) === places.one(id) && p.rule.kind !== "same")?.rule ??
    null
  );
}

/** Places that rules of moves go on from. */
function neededBy(moves: readonly Move[], places: Places): ReadonlySet<string> {
  const needed = new Set<string>();
  for (const move of moves)
    for (const { rule } of [...move.lines, ...move.points])
      if (rule.kind !== "same") for (const id of needsOf(rule)) needed.add(places.one(id));
  return needed;
}

function runsOf(moves: readonly Move[]): PhaseRun[] {
  const runs: { objectId: string; phase: string; first: number; last: number }[] = [];
  for (const [i, { objectId, phase }] of moves.entries()) {
    const run = runs[runs.length - 1];
    if (run?.objectId === objectId && run.phase === phase) run.last = i;
    else runs.push({ objectId, phase, first: i, last: i });
  }
  return runs;
}

/** By thing, all its moves that draw, and the last of them. */
function closingMoves(moves: readonly Move[]): Map<string, { last: number; all: number[] }> {
  const closing = new Map<string, { last: number; all: number[] }>();
  for (const [i, { objectId, hand }] of moves.entries()) {
    if (hand === "erase") continue;
    const known = closing.get(objectId);
    if (known) {
      known.last = i;
      known.all.push(i);
    } else closing.set(objectId, { last: i, all: [i] });
  }
  return closing;
}

/** What each rubbing-out takes away: light lines and marks of the things it names, and what else it covers. */
function dyingAt(paper: Paper): Map<number, PaperStroke[]> {
  const dying = new Map<number, PaperStroke[]>();
  for (const stroke of paper.strokes)
    for (const at of new Set(stroke.pieces.map((p) => p.diesAt)))
      if (at !== null) dying.set(at, [...(dying.get(at) ?? []), stroke]);
  return dying;
}

function tellErasing(
  move: Move,
  i: number,
  going: readonly PaperStroke[] = [],
  labelOf: (id: string) => string,
): Told<Place>[] {
  const horizon = going.some(
    (s) =>
      s.role === "horizon" &&
      move.erases.includes(s.id) &&
      s.pieces.some((p) => p.diesAt === i && p.behind === undefined),
  );
  const light = going.some((s) =>
    s.pieces.some((p) => p.diesAt === i && p.behind === undefined && move.erases.includes(s.objectId)),
  );
  const covers = new Map<string, Set<string>>();
  for (const stroke of going)
    for (const p of stroke.pieces)
      if (p.diesAt === i && p.behind !== undefined && stroke.role !== "construction" && p.part !== "tail") {
        const lines = covers.get(p.behind) ?? new Set();
        covers.set(p.behind, lines.add(stroke.role === "horizon" ? "horizon" : labelOf(stroke.objectId)));
      }
  return [
    ...(light ? [{ act: { do: "erase", what: "light" }, moves: [i] } as const] : []),
    ...(horizon ? [{ act: { do: "erase", what: "horizon" }, moves: [i] } as const] : []),
    ...[...covers].map(
      ([of, lines]): Told<Place> => ({
        act: { do: "erase", what: "behind", of: labelOf(of), lines: [...lines] },
        moves: [i],
      }),
    ),
  ];
}

/** Two lines this near to parallel are laid with the ruler slid. */
const PARALLEL = 1e-6;

/** A line of the thing at hand, or of another, that runs the same way on the paper and is there before a move. */
function alike(on: OnSheet, moves: readonly Move[], dx: number, dy: number, before: number) {
  const { places } = on;
  const size = Math.hypot(dx, dy);
  const objectId = moves[before]?.objectId;
  for (let i = before - 1; i >= 0; i--) {
    const move = moves[i];
    if (move?.objectId !== objectId) break;
    const [a, b] = (move?.ends ?? []).map((id) =>
      (places.since(id) ?? before) < before ? places.at(id) : null,
    );
    const line = move?.lines[0];
    if (!a || !b || !line) continue;
    const [ex, ey] = [b.xMm - a.xMm, b.yMm - a.yMm];
    if (Math.abs(dx * ey - dy * ex) <= PARALLEL * size * Math.hypot(ex, ey)) {
      const [p, q] = move?.ends ?? [];
      if (p === undefined || q === undefined) continue;
      // Named in the way the pencil goes, so that the slid ruler leaves no doubt.
      const [from, to] = dx * ex + dy * ey > 0 ? [p, q] : [q, p];
      return { k: "ends", a: places.name(from), b: places.name(to) } as const;
    }
  }
  return null;
}
