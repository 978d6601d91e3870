import { countOf, type Finding, listOf } from "../base/index.ts";
import type { Evaluation, Move } from "../drafter/index.ts";
import { distanceMm, findPaperPoint } from "../geometry/index.ts";
import { isDot, type Paper, type PaperStroke } from "../paper/index.ts";
import type { View } from "../view/index.ts";
import type { Step, StepKind, StepOverride } from "./step.ts";
import { wordStep } from "./word-step.ts";

export interface StepsInput {
  readonly moves: readonly Move[];
  readonly evaluation: Evaluation;
  readonly paper: Paper;
  readonly view: View;
  readonly labelOf: (objectId: string) => string;
  readonly overrides: Readonly<Record<string, StepOverride>>;
}

/**
 * Groups the moves into steps, one for each phase of each object, with their words. A rubbing-out that would
 * remove nothing is no step. Overrides of steps that are gone are reported and kept.
 */
export function groupSteps(input: StepsInput): { steps: readonly Step[]; findings: readonly Finding[] } {
  const steps: Step[] = [];
  const strokeOf = new Map(input.paper.strokes.map((s) => [s.moveIndex, s]));
  const erasing = new Set(input.paper.strokes.flatMap((s) => s.pieces.map((p) => p.diesAt)));
  for (let first = 0; first < input.moves.length; ) {
    const move = input.moves[first];
    if (!move) break;
    let last = first;
    while (samePhase(input.moves[last + 1], move)) last++;
    if (move.hand !== "erase" || erasing.has(first)) {
      steps.push(describe(input, strokeOf, move, first, last, steps.length + 1));
    }
    first = last + 1;
  }
  const known = new Set(steps.map((s) => s.id));
  const findings = Object.keys(input.overrides)
    .filter((id) => !known.has(id))
    .map(
      (id): Finding => ({
        code: "wording-of-vanished-step",
        severity: "note",
        about: id,
        message: `Your own wording for step "${id}" is kept, but the step is not in the lesson now.`,
        numbers: {},
      }),
    );
  return { steps, findings: [...findings, ...crowdedSteps(steps)] };
}

function samePhase(next: Move | undefined, move: Move): boolean {
  return next !== undefined && next.objectId === move.objectId && next.phase === move.phase;
}

function describe(
  input: StepsInput,
  strokeOf: ReadonlyMap<number, PaperStroke>,
  move: Move,
  first: number,
  last: number,
  number: number,
): Step {
  const moves = input.moves.slice(first, last + 1);
  const id = `${move.objectId}/${move.phase}`;
  const strokes = moves.flatMap((_, i) => strokeOf.get(first + i) ?? []).filter((stroke) => !isDot(stroke));
  const words = wordStep(move.objectId, move.phase, {
    moves,
    label: input.labelOf(move.objectId),
    sheet: input.view.sheet,
    view: input.view,
    lengthAlong: (from, to) => {
      const [p, q] = [input.evaluation.points.get(from), input.evaluation.points.get(to)];
      const [a, b] = [p && findPaperPoint(p), q && findPaperPoint(q)];
      return a && b ? distanceMm(a, b) : 0;
    },
  });
  const own = input.overrides[id];
  return {
    id,
    number,
    objectId: move.objectId,
    firstMove: first,
    lastMove: last,
    ...words,
    title: own?.title ?? words.title,
    instruction: own?.instruction ? [own.instruction] : words.instruction,
    kind: own?.kind ?? kindOf(moves),
    notes: notesOn(strokes, input.labelOf),
    newLines: strokes.filter((s) => s.pieces.length > 0).length,
  };
}

function kindOf(moves: readonly Move[]): StepKind {
  if (moves.some((m) => m.hand === "erase")) return "erase";
  return moves.some((m) => m.hand !== "mark") ? "draw-along" : "measure";
}

/** What the paper makes special: lines that stop at a thing, stay hidden, or leave the sheet. */
function notesOn(strokes: readonly PaperStroke[], labelOf: (id: string) => string): string[] {
  const notes: string[] = [];
  const hidden = strokes.filter((s) => s.pieces.length === 0 && s.stoppedBy.length > 0);
  const stopped = strokes.filter((s) => s.pieces.length > 0 && s.stoppedBy.length > 0);
  const off = strokes.filter((s) => s.runsOff);
  const behind = (list: readonly PaperStroke[]) =>
    listOf([...new Set(list.flatMap((s) => s.stoppedBy))].map((id) => `the ${labelOf(id)}`));
  if (stopped.length > 0)
    notes.push(
      `${sentenceCount(stopped.length, "line stops", "lines stop")} at ${behind(stopped)}: never draw through it.`,
    );
  if (hidden.length > 0)
    notes.push(
      `${sentenceCount(hidden.length, "line stays", "lines stay")} hidden behind ${behind(hidden)}: leave ${hidden.length === 1 ? "it" : "them"} out.`,
    );
  if (off.length > 0)
    notes.push(`${sentenceCount(off.length, "line runs", "lines run")} off the sheet: stop at the edge.`);
  return notes;
}

function sentenceCount(n: number, one: string, many: string): string {
  const text = countOf(n, one, many);
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** More new lines than this in one step lose a class; common practice, no published source. */
const MOST_LINES = 5;

function crowdedSteps(steps: readonly Step[]): Finding[] {
  return steps
    .filter((s) => s.newLines > MOST_LINES)
    .map((s) => ({
      code: "crowded-step",
      severity: "note",
      about: s.id,
      message: `Step ${s.number} "${s.title}" brings ${s.newLines} new lines at once; more than ${MOST_LINES} are hard to follow.`,
      numbers: { newLines: s.newLines },
    }));
}
