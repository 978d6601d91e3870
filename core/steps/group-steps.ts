import {
  countOf,
  type Finding,
  formatLength,
  type Keep,
  listOf,
  makeAnew,
  requireAt,
  sentenceCase,
} from "../base/index.ts";
import { type Evaluation, type Move, type SlopeMark, slopeMarks } from "../drafter/index.ts";
import { distanceMm, findPaperPoint } from "../geometry/index.ts";
import { isDot, type Paper, type PaperStroke } from "../paper/index.ts";
import type { ObjectSlice } from "../recipes/index.ts";
import type { View } from "../view/index.ts";
import { fitWords, type Telling } from "./fit-words.ts";
import type { Step, StepKind, StepOverride } from "./step.ts";
import { wordStep } from "./word-step.ts";

export interface StepsInput {
  readonly moves: readonly Move[];
  readonly evaluation: Evaluation;
  readonly paper: Paper;
  readonly view: View;
  readonly telling: Telling;
  readonly objectOf: (objectId: string) => ObjectSlice | null;
  readonly overrides: Readonly<Record<string, StepOverride>>;
}

/**
 * Groups the moves into steps, one for each phase of each object, with their words; the educator's cuts and joins
 * lie over that. A rubbing-out that would remove nothing is no step. Overrides of steps that are gone are reported
 * and kept.
 */
export function groupSteps(
  input: StepsInput,
  keep: Keep = makeAnew,
): { steps: readonly Step[]; findings: readonly Finding[] } {
  const stretches = stretchesOf(input);
  const describe = describer(input, keep);
  const steps: Step[] = [];
  for (const stretch of stretches) {
    const step = describe(stretch, steps.length + 1);
    const last = steps[steps.length - 1];
    if (last && input.overrides[step.id]?.joined) steps[steps.length - 1] = joinSteps(last, step);
    else steps.push(step);
  }
  const known = new Set(stretches.map((s) => s.id));
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

/** A run of moves told together. */
interface PhaseSpan {
  readonly id: string;
  readonly objectId: string;
  readonly phase: string;
  readonly first: number;
  readonly last: number;
}

function stretchesOf({ moves, paper, overrides }: StepsInput): PhaseSpan[] {
  const erasing = new Set<number | null>();
  for (const s of paper.strokes) for (const p of s.pieces) erasing.add(p.diesAt);
  const stretches: PhaseSpan[] = [];
  for (let first = 0; first < moves.length; ) {
    const move = moves[first];
    if (!move) break;
    let last = first;
    while (samePhase(moves[last + 1], move)) last++;
    const id = `${move.objectId}/${move.phase}`;
    const cuts = overrides[id]?.cutBefore ?? NO_CUTS;
    let from = first;
    for (let i = first; i <= last; i++) {
      if (i < last && !cuts.includes(moves[i + 1]?.id ?? "")) continue;
      const part = from === first ? id : `${id}~${moves[from]?.id.slice(move.objectId.length + 1)}`;
      const nothing = (move.hand === "erase" && !erasing.has(first)) || move.phase === "hidden";
      if (!nothing)
        stretches.push({ id: part, objectId: move.objectId, phase: move.phase, first: from, last: i });
      from = i + 1;
    }
    first = last + 1;
  }
  return stretches;
}

const NO_CUTS: readonly string[] = [];

function samePhase(next: Move | undefined, move: Move): boolean {
  return next !== undefined && next.objectId === move.objectId && next.phase === move.phase;
}

/** Describes one stretch after another; how often a kind of step came before decides how much help it gets. */
function describer(input: StepsInput, keep: Keep): (stretch: PhaseSpan, number: number) => Step {
  const strokeOf: (PaperStroke | undefined)[] = [];
  for (const s of input.paper.strokes) strokeOf[s.moveIndex] = s;
  const pointNames = lazily(
    () => new Map(input.moves.flatMap((m) => m.points.map((p) => [p.id, p.called] as const))),
  );
  const lineNames = lazily(
    () => new Map(input.moves.flatMap((m) => m.lines.map((l) => [l.id, l.called] as const))),
  );
  const onPaper = (id: string) => {
    const p = input.evaluation.points.get(id);
    return p ? findPaperPoint(p) : null;
  };
  const told = new Map<string, number>();
  let lies = 0;
  const labelOf = (id: string) => input.objectOf(id)?.label ?? id;
  return ({ id, objectId, phase, first, last }, number) => {
    const strokes: PaperStroke[] = [];
    for (let i = first; i <= last; i++) {
      const stroke = strokeOf[i];
      if (stroke && !isDot(stroke)) strokes.push(stroke);
    }
    const object = input.objectOf(objectId);
    const [firstMove, lastMove] = [requireAt(input.moves, first), requireAt(input.moves, last)];
    // The sheet is turned at a step's first move and turned back at its last: the picture shows it as it lies between.
    if (firstMove.hand === "turn") lies = (lies + firstMove.quarters) % 4;
    const quarters = lies;
    if (lastMove.hand === "turn" && lastMove !== firstMove) lies = (lies + lastMove.quarters) % 4;
    const kind = object ? `${object.recipe}/${familyOf(phase)}` : id;
    const before = told.get(kind) ?? 0;
    told.set(kind, before + 1);
    const own = input.overrides[id];
    const covered = notesOn(strokes, labelOf);
    const from = [firstMove, lastMove, object, input.view] as const;
    const words = keep(`words of ${id}`, from, () =>
      wordStep(objectId, object, phase, {
        moves: input.moves.slice(first, last + 1),
        label: labelOf(objectId),
        sheet: input.view.sheet,
        view: input.view,
        pointCalled: (point) => pointNames().get(point) ?? point,
        lineCalled: (line) => lineNames().get(line) ?? "line",
        lengthAlong: (from, to) => {
          const [a, b] = [onPaper(from), onPaper(to)];
          return a && b ? distanceMm(a, b) : 0;
        },
      }),
    );
    const standing = [number, first, quarters, before, own, input.telling, covered.join("\n"), ...strokes];
    return keep(id, [...from, ...standing], (): Step => {
      const moves = input.moves.slice(first, last + 1);
      const fitted = fitWords(words, input.telling, before, moves);
      const notes = [...covered, ...saySlopeMarks(moves, input)];
      const instruction = own?.instruction ? [own.instruction] : fitted.instruction;
      return {
        id,
        number,
        objectId,
        firstMove: first,
        lastMove: last,
        ...fitted,
        title: own?.title ?? fitted.title,
        instruction,
        kind: own?.kind ?? kindOf(moves),
        notes,
        newLines: strokes.filter((s) => s.pieces.length > 0).length,
        quarters,
        holdMs: own?.holdMs ?? null,
        wordCount: countWords([...instruction, ...notes]),
      };
    });
  };
}

/** Numbered phases are one family: "cut-l1" and "cut-o2" are both cutting a letter. */
function familyOf(phase: string): string {
  return /\d$/.test(phase) ? phase.replace(/-[a-z]*\d+$/, "") : phase;
}

function countWords(sentences: readonly string[]): number {
  return sentences.reduce((sum, s) => sum + s.split(/\s+/).filter(Boolean).length, 0);
}

/** A value worked out when it is first asked for. */
function lazily<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

/** More marks than this on one card are not read. */
const MOST_SLOPES = 4;

/** How to lay the ruler for lines whose vanishing point is too far off to tape: two marks on the sheet's edges each. */
function saySlopeMarks(moves: readonly Move[], { evaluation, view }: StepsInput): string[] {
  const slopes = slopeMarks(moves, evaluation.lines, view);
  if (slopes.length === 0) return [];
  const say = ({ edge, alongMm }: SlopeMark) =>
    `${formatLength(alongMm, view.sheet)} ${edge === "left" || edge === "right" ? `down the ${edge} edge` : `along the ${edge} edge`}`;
  const told = slopes.slice(0, MOST_SLOPES).map(({ marks: [a, b] }) => `${say(a)} to ${say(b)}`);
  return [`The point is too far off to reach: lay the ruler from ${told.join("; from ")}.`];
}

/** Two steps as one: told one after the other under the first one's name. */
function joinSteps(a: Step, b: Step): Step {
  return {
    ...a,
    lastMove: b.lastMove,
    instruction: [...a.instruction, ...b.instruction],
    readings: [...a.readings, ...b.readings],
    check: [a.check, b.check].filter(Boolean).join(" "),
    notes: [...a.notes, ...b.notes],
    newLines: a.newLines + b.newLines,
    wordCount: a.wordCount + b.wordCount,
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
  return sentenceCase(countOf(n, one, many));
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
