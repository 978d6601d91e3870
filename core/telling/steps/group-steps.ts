import type { Move } from "../../drawing/drafter/index.ts";
import { type Finding, type Memo, noMemo } from "../../ground/base/index.ts";
import { PLAN_DEFAULTS } from "../../ground/plan/index.ts";
import { countSaid, type Manner, type PhaseTold, tellLesson } from "../told/index.ts";
import { ASIDE_WORDS, CEILINGS, type Ceilings } from "./ceilings.ts";
import { describer } from "./describe-step.ts";
import type { Stretch } from "./find-step.ts";
import { judgeOwnLetters } from "./judge-own-letters.ts";
import { overridesByPart } from "./own-words.ts";
import { closeGaps, partsKept, withErasing } from "./part-phases.ts";
import { joinPictured } from "./picture-step.ts";
import { placeTasks } from "./place-tasks.ts";
import type { Step, StepOverride } from "./step.ts";
import type { Part, StepsInput } from "./steps-input.ts";
import { stepOfTask } from "./task-step.ts";

/**
 * Tells the moves in steps: a phase of a thing is one idea, cut where it is more than the class can take in at once; the
 * educator's cuts and joins lie over that. Rubbing out ends the step that closes its thing. Overrides of steps that are gone
 * are reported and kept.
 */
export function groupSteps(
  input: StepsInput,
  memo: Memo = noMemo,
): { steps: readonly Step[]; findings: readonly Finding[] } {
  const { moves, telling, view } = input;
  const most = CEILINGS[telling.ageBand];
  const manner = memo(
    "manner",
    [view.sheet, telling],
    (): Manner => ({
      sheet: view.sheet,
      plain: (telling.reading ?? PLAN_DEFAULTS.reading) === "plain",
      noNumbers: (telling.ruler ?? PLAN_DEFAULTS.ruler) === "straight-edge",
      mostWords: most.sentenceWords,
      ...(telling.hand === "left" ? { leftHand: true } : {}),
    }),
  );
  const labelOf = (id: string) => input.objectOf(id)?.label ?? id;
  const { phases, extra } = tellLesson(
    {
      moves,
      evaluation: input.evaluation,
      paper: input.paper,
      view,
      labelOf,
      depthsByEye: (telling.depths ?? PLAN_DEFAULTS.depths) === "by-eye",
      drawnLetters: (id) => {
        const object = input.objectOf(id);
        return object?.recipe === "lettering" ? [...object.text.toUpperCase()] : [];
      },
    },
    memo,
  );
  const parts = withErasing(phases, input).flatMap((phase) => partsKept(phase, input, manner, most, memo));
  closeGaps(parts, moves.length);
  const { own, lost } = overridesByPart(parts, input);
  const stretches = stretchesTold(parts, own);
  const placed = placeTasks(
    input.tasks.map((t) => t.task),
    stretches,
    moves,
  );
  const describe = describer(input, own, extra, manner, memo);
  const steps: Step[] = [];
  const begun = stretchesBegun(stretches, input.begunWith);
  const tellTasks = (index: number, nextMove: number) => {
    // What is told among things that stand there already is told before all others.
    const from = index === begun ? 0 : index;
    const tasks = Array.from(
      { length: index - from + 1 },
      (_, i) => placed.between.get(from + i) ?? [],
    ).flat();
    const quarters = tasks.length > 0 ? quartersBefore(nextMove, moves) : 0;
    for (const task of tasks) {
      const marked = input.tasks.find((t) => t.task === task)?.marked ?? [];
      const number = steps.length + 1;
      steps.push(
        memo(`task ${task.id}`, [task, marked, number, nextMove, quarters], () =>
          stepOfTask(task, { number, nextMove, quarters, marked }),
        ),
      );
    }
  };
  for (const [i, stretch] of stretches.entries()) {
    if (i >= begun) tellTasks(i, stretch.firstMove);
    // What stands there is known: the same again gets less help, and letters go on.
    const told = stretch.parts.map((part) => describe(part, steps.length + 1));
    if (i >= begun) steps.push(told.reduce(joinSteps));
  }
  tellTasks(stretches.length, moves.length);
  const findings = lost.map(
    (id): Finding => ({
      code: "wording-of-vanished-step",
      severity: "note",
      about: id,
      message: `What you said of a step of the ${labelOf(id.split("/")[0] ?? id)} is kept, but the step is not in the lesson now.`,
      numbers: {},
    }),
  );
  return {
    steps,
    findings: [
      ...findings,
      ...placed.findings,
      ...untold(phases, moves, labelOf),
      ...crowdedSteps(steps, most),
      ...judgeOwnLetters(steps, input.overrides),
    ],
  };
}

/** How many stretches, from the first, draw what stands on the sheet when the lesson begins. */
function stretchesBegun(
  stretches: readonly { readonly parts: readonly Part[] }[],
  begunWith: readonly string[] | undefined,
): number {
  if (!begunWith) return 0;
  const there = new Set(["sheet", ...begunWith]);
  const first = stretches.findIndex(({ parts }) => parts.some((p) => !there.has(p.objectId)));
  return first < 0 ? stretches.length : first;
}

/** Quarter turns clockwise by which the sheet lies before a move. */
function quartersBefore(move: number, moves: readonly Move[]): number {
  return moves.slice(0, move).reduce((sum, m) => sum + (m.hand === "turn" ? m.quarters : 0), 0) % 4;
}

/** The stretches of moves that are told in one step: a part, with those the educator tells together with it. */
function stretchesTold(
  parts: readonly Part[],
  own: ReadonlyMap<string, StepOverride>,
): (Stretch & { readonly parts: readonly Part[] })[] {
  const stretches: { id: string; firstMove: number; lastMove: number; parts: Part[] }[] = [];
  for (const part of parts) {
    const last = stretches[stretches.length - 1];
    if (last && own.get(part.id)?.joined) {
      last.parts.push(part);
      last.lastMove = part.last;
    } else stretches.push({ id: part.id, firstMove: part.first, lastMove: part.last, parts: [part] });
  }
  return stretches;
}

/** Moves that nothing on the sheet can tell: their steps say less than they draw. */
function untold(
  phases: readonly PhaseTold[],
  moves: readonly Move[],
  labelOf: (id: string) => string,
): Finding[] {
  return phases.flatMap(({ objectId, phase, lost }): Finding[] => {
    const first = lost.map((i) => moves[i]).find((m) => m !== undefined);
    const called = first?.lines[0]?.called ?? first?.points[0]?.called ?? "a line";
    if (!first) return [];
    return [
      {
        code: "cannot-be-told",
        severity: "warning",
        about: `${objectId}/${phase}`,
        message: `A pupil cannot be told how to draw ${lost.length} of the lines and marks of the ${labelOf(objectId)} ("${called}" first): nothing on the sheet says where they lie. The picture shows them.`,
        numbers: { moves: lost.length },
      },
    ];
  });
}

/** Both checks where a card has room for them, else the later one: what comes right last has the rest in it. */
function bothChecks(a: string, b: string): string {
  const both = [a, b].filter(Boolean).join(" ");
  return countSaid(both) <= ASIDE_WORDS ? both : b || a;
}

/** Two steps as one: told one after the other under the first one's name. */
function joinSteps(a: Step, b: Step): Step {
  return {
    ...a,
    lastMove: b.lastMove,
    instruction: [...a.instruction, ...b.instruction],
    actions: [...a.actions, ...b.actions],
    inFull: [...a.inFull, ...b.inFull],
    readings: [...a.readings, ...b.readings],
    acts: [...a.acts, ...b.acts],
    cuts: [...a.cuts, b.firstMove, ...b.cuts],
    pictured: joinPictured(a.pictured, b.pictured, a.acts.length, a.actions.length),
    picturedInFull: joinPictured(a.picturedInFull, b.picturedInFull, a.acts.length, a.inFull.length),
    expected: `${a.expected} ${b.expected}`,
    check: bothChecks(a.check, b.check),
    notes: [...a.notes, ...b.notes],
    newLines: a.newLines + b.newLines,
    wordCount: a.wordCount + b.wordCount,
  };
}

function crowdedSteps(steps: readonly Step[], most: Ceilings): Finding[] {
  return steps
    .filter((s) => s.newLines > most.newLines && s.acts.filter((a) => a.told.act.do !== "erase").length > 1)
    .map((s) => ({
      code: "crowded-step",
      severity: "note",
      about: s.id,
      message: `Step ${s.number} "${s.title}" brings ${s.newLines} new lines at once; more than ${most.newLines} are hard to follow.`,
      numbers: { newLines: s.newLines },
    }));
}
