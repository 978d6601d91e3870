import type { Move } from "../../drawing/drafter/index.ts";
import type { Memo } from "../../ground/base/index.ts";
import type { Manner, PhaseTold, Told } from "../told/index.ts";
import type { Ceilings } from "./ceilings.ts";
import { factsOf } from "./facts.ts";
import { packActs, partOfAct, type SaidAct, sayActs, sizeOfAct } from "./pack-acts.ts";
import type { Part, StepsInput } from "./steps-input.ts";

/** Moves that are told nowhere, such as marks out of reach, go with the step before them, or the first: they are drawn too. */
export function closeGaps(parts: Part[], moves: number): void {
  for (const [i, part] of parts.entries()) {
    const next = parts[i + 1];
    const first = i === 0 ? 0 : part.first;
    const last = next ? Math.max(part.last, next.first - 1) : moves - 1;
    if (first !== part.first || last !== part.last) parts[i] = { ...part, first, last };
  }
}

/** Phases with the rubbing-out that follows them as their last action; the sheet's own, at the end, stays a step. */
export function withErasing(phases: readonly PhaseTold[], input: StepsInput): PhaseTold[] {
  const out: PhaseTold[] = [];
  for (const phase of phases) {
    const last = out[out.length - 1];
    const own = last?.objectId === phase.objectId && input.objectOf(phase.objectId) !== null;
    const apart = input.overrides[`${phase.objectId}/${phase.phase}`]?.joined === false;
    if (last && own && phase.phase === "erase" && last.last + 1 === phase.first && !apart)
      out[out.length - 1] = { ...last, last: phase.last, told: [...last.told, ...phase.told] };
    else out.push(phase);
  }
  return out;
}

/** The parts of a phase, taken over where it is told as before. */
export function partsKept(
  phase: PhaseTold,
  input: StepsInput,
  manner: Manner,
  most: Ceilings,
  memo: Memo,
): readonly Part[] {
  const id = `${phase.objectId}/${phase.phase}`;
  const { first, last, told, lost } = phase;
  const object = input.objectOf(phase.objectId);
  return memo(
    `parts of ${id} ${first}`,
    [manner, first, last, object, input.moves[first], input.overrides[id], lost.length, ...told],
    () => partsOf(phase, input, manner, most),
  );
}

function partsOf(phase: PhaseTold, input: StepsInput, manner: Manner, most: Ceilings): Part[] {
  const { moves, overrides } = input;
  const { objectId, first, last } = phase;
  if (phase.phase === "hidden") return [];
  const id = `${objectId}/${phase.phase}`;
  const cuts = overrides[id]?.cutBefore ?? NO_CUTS;
  const asWorded = overrides[id]?.whole === true && overrides[id]?.instruction !== undefined;
  const whole = asWorded ? [sayActs(phase.told, manner)] : packActs(phase.told, manner, most);
  // The educator's cuts lie over the machine's: each makes one step two, and moves no other.
  const packed = withMoves(whole, most).flatMap((acts) =>
    cuts.length === 0
      ? [acts]
      : cutStretches(
          acts.map((a) => a.told),
          moves,
          cuts,
        ).map((told) => sayActs(told, manner)),
  );
  const nothing = packed.length === 0 && phase.lost.length === 0;
  if (nothing) return [];
  if (packed.length === 0) packed.push([]);
  const facts = packed.map((acts) => factsOf(acts.map((a) => a.told)));
  const starts: number[] = [];
  for (let i = packed.length - 1; i >= 0; i--)
    starts[i] = i === 0 ? first : firstMoveOf(packed[i] ?? [], starts[i + 1] ?? last + 1);
  let after = 0;
  return packed.map((acts, i): Part => {
    const from = starts[i] ?? first;
    const next = starts[i + 1];
    // A part that draws nothing of its own has no first move to be called after.
    const drawsNothing = i > 0 && (next === from || from > last);
    if (drawsNothing) after += 1;
    return {
      id:
        i === 0
          ? id
          : drawsNothing
            ? `${partId(moves[from - 1], phase)}~after${after > 1 ? `-${after}` : ""}`
            : partId(moves[from], phase),
      objectId,
      phase: phase.phase,
      first: from,
      last: next === undefined ? last : next - 1,
      acts,
      part: i + 1,
      facts,
      phaseTold: phase.told,
    };
  });
}

/**
 * Parts with moves to show: one that only says what to do with lines that are there, such as going over them, shows the last
 * of the moves before it once more as new; where there is but one, it goes with it, or shows none where both are too much.
 */
function withMoves(parts: readonly SaidAct[][], most: Ceilings): SaidAct[][] {
  const out: SaidAct[][] = [];
  const wordsOf = (acts: readonly SaidAct[]) => acts.reduce((sum, a) => sum + a.words, 0);
  /** The latest move of the part at `index`, taken away from it; null where it has but one. */
  const lend = (index: number): number | null => {
    const part = out[index] ?? [];
    const moves = part.flatMap((a) => a.told.moves);
    if (moves.length < 2) return null;
    const latest = Math.max(...moves);
    out[index] = part.map((a) => bearingMoves(a, (m) => m !== latest));
    return latest;
  };
  for (const acts of parts) {
    const last = out[out.length - 1];
    const own = acts.some((a) => a.told.moves.length > 0);
    if (!last || (own && (out.length > 1 || last.some((a) => a.told.moves.length > 0)))) {
      out.push([...acts]);
      continue;
    }
    const latest = own ? null : lend(out.length - 1);
    if (latest !== null) out.push(showing(acts, latest));
    else if (!own && wordsOf(last) + wordsOf(acts) > most.words) out.push([...acts]);
    else last.push(...acts);
  }
  return out;
}

function bearingMoves(act: SaidAct, which: (move: number) => boolean): SaidAct {
  return { ...act, told: { ...act.told, moves: act.told.moves.filter(which) } };
}

function showing([first, ...rest]: readonly SaidAct[], move: number): SaidAct[] {
  return first ? [{ ...first, told: { ...first.told, moves: [move] } }, ...rest] : [];
}

/** A later part of a phase is called after the move it begins with; rubbing out keeps the name of its own phase. */
function partId(move: Move | undefined, { objectId, phase }: PhaseTold): string {
  if (!move || move.phase !== phase) return `${objectId}/${move?.phase ?? phase}`;
  return `${objectId}/${phase}~${move.id.slice(objectId.length + 1)}`;
}

function firstMoveOf(acts: readonly SaidAct[], otherwise: number): number {
  const all = acts.flatMap((a) => a.told.moves);
  return all.length > 0 ? Math.min(...all) : otherwise;
}

const NO_CUTS: readonly string[] = [];

/** The acts of a phase, parted before the educator's cuts; an act of many lines is parted between them. */
function cutStretches(told: readonly Told[], moves: readonly Move[], cuts: readonly string[]): Told[][] {
  const stretches: Told[][] = [[]];
  const take = (t: Told) => stretches[stretches.length - 1]?.push(t);
  for (const t of told) {
    const at = t.moves.findIndex((m) => cuts.includes(moves[m]?.id ?? ""));
    const [before, after] =
      at > 0 && sizeOfAct(t) === t.moves.length
        ? [partOfAct(t, 0, at), partOfAct(t, at, t.moves.length)]
        : [null, null];
    if (before && after) {
      take(before);
      stretches.push([after]);
    } else {
      if (at >= 0 && (stretches[stretches.length - 1]?.length ?? 0) > 0) stretches.push([]);
      take(t);
    }
  }
  return stretches;
}
