import type { Move } from "../../drawing/drafter/index.ts";
import type { Paper } from "../../drawing/paper/index.ts";
import type { Finding } from "../../ground/base/index.ts";
import type { Pace } from "../../ground/plan/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import type { Word } from "../narration/index.ts";
import { type Anchors, anchoredWords, anchorFinding } from "./anchor.ts";
import { type EditMap, nearestLesson, sourceToLesson } from "./edit-map.ts";
import { handTimesMs, inPractice, tellingMs, waitMs } from "./estimate.ts";
import { fitMoves, type MoveTiming, NOTHING_TIED, tiedMoves } from "./fit-moves.ts";

/** A step's stretch of lesson time, [startMs, endMs). */
export interface StepWindow {
  readonly stepId: string;
  readonly startMs: number;
  readonly endMs: number;
  /** When the first move begins: at the anchored word, or once the step has been told. */
  readonly drawFromMs: number;
  /** The word it is tied to; null when its place is an estimate. */
  readonly wordId: string | null;
}

export interface Schedule {
  readonly windows: readonly StepWindow[];
  /** In order of time; every move of every step. */
  readonly moves: readonly MoveTiming[];
  readonly totalMs: number;
  readonly findings: readonly Finding[];
}

/** The window that holds a moment of the lesson: the last that has begun; null before the first. */
export function windowAt({ windows }: Schedule, lessonMs: number): StepWindow | null {
  return windows.findLast((w) => w.startMs <= lessonMs) ?? null;
}

export interface ScheduleInput {
  readonly steps: readonly Step[];
  readonly moves: readonly Move[];
  readonly paper: Paper;
  readonly pace: Pace;
  /** The narrated take, or null before there is one. */
  readonly take: {
    readonly durationMs: number;
    readonly words: readonly Word[];
    readonly anchors: Anchors;
    /** Words that single moves begin at, by the id of the move. */
    readonly strokeAnchors?: Anchors;
    /** Joins the recording's clock to the lesson's. Words and anchors are in the recording's time. */
    readonly map: EditMap;
  } | null;
}

/** Strokes drawn faster than this share of hand pace cannot be followed. */
const TOO_FAST = 1 / 3;

/**
 * Places every step and move in lesson time. Without a take: told, drawn, then a wait for the class. With one:
 * a step starts at its anchored word; steps without an anchor share the gap between their neighbours by
 * estimate. Moves follow each other at hand pace and are squeezed to fit their window, never overlapping; a move
 * tied to a word puts its pencil down there, and the moves round it fit themselves between.
 */
export function scheduleSteps(input: ScheduleInput): Schedule {
  const hand = inPractice(handTimesMs(input.moves, input.paper, input.pace), input.steps);
  const handOf = (step: Step) => hand.slice(step.firstMove, step.lastMove + 1).reduce((a, b) => a + b, 0);
  // Nobody films a class at its task: in a recording only its telling takes time.
  const waitOf = (step: Step) => (step.task && input.take ? 0 : waitMs(step, input.pace));
  const needMs = (step: Step) => tellingMs(step, input.pace) + handOf(step) + waitOf(step);
  const { starts, totalMs, findings } = input.take
    ? startsInTake(input.steps, input.take, needMs)
    : startsByEstimate(input.steps, needMs);

  const tied = input.take ? tiedMoves(input.steps, input.moves, input.take) : NOTHING_TIED;
  const holds = input.take?.map.holds ?? [];

  const windows: StepWindow[] = [];
  const moves: MoveTiming[] = [];
  const found: Finding[] = [];
  for (const [i, step] of input.steps.entries()) {
    const start = starts[i] ?? { atMs: 0, wordId: null };
    const endMs = starts[i + 1]?.atMs ?? totalMs;
    const told = input.take ? start.atMs : start.atMs + tellingMs(step, input.pace);
    windows.push({
      stepId: step.id,
      startMs: Math.round(start.atMs),
      endMs: Math.round(endMs),
      drawFromMs: Math.round(told),
      wordId: start.wordId,
    });
    const fitted = fitMoves({ step, moves: input.moves, hand, tied: tied.at, holds, toldMs: told, endMs });
    moves.push(...fitted.moves);
    found.push(...fitted.findings);
    const { slowest } = fitted;
    if (slowest.pace < TOO_FAST) found.push(squeezedFinding(step, slowest.natural, slowest.room));
  }
  return {
    windows,
    moves,
    totalMs: Math.round(totalMs),
    findings: [...findings, ...tied.findings, ...found],
  };
}

interface Start {
  readonly atMs: number;
  readonly wordId: string | null;
}
interface Starts {
  readonly starts: readonly Start[];
  readonly totalMs: number;
  readonly findings: readonly Finding[];
}

function startsByEstimate(steps: readonly Step[], needMs: (step: Step) => number): Starts {
  let at = 0;
  const starts = steps.map((step) => {
    const start = { atMs: at, wordId: null };
    at += needMs(step);
    return start;
  });
  return { starts, totalMs: at, findings: [] };
}

function startsInTake(
  steps: readonly Step[],
  take: NonNullable<ScheduleInput["take"]>,
  needMs: (step: Step) => number,
): Starts {
  const { fixed, findings } = anchoredStarts(steps, take);
  const starts: Start[] = [];
  for (let i = 0; i < steps.length; ) {
    const start = fixed.get(i) ?? { atMs: 0, wordId: null };
    let next = i + 1;
    while (next < steps.length && !fixed.has(next)) next++;
    const endMs = fixed.get(next)?.atMs ?? take.map.lessonMs;
    const group = steps.slice(i, next);
    const needed = group.reduce((sum, s) => sum + needMs(s), 0);
    let at = start.atMs;
    for (const [k, step] of group.entries()) {
      starts.push(k === 0 ? start : { atMs: at, wordId: null });
      at += needed > 0 ? ((endMs - start.atMs) * needMs(step)) / needed : 0;
    }
    i = next;
  }
  return { starts, totalMs: Math.max(take.map.lessonMs, starts[starts.length - 1]?.atMs ?? 0), findings };
}

/** The anchors that can be kept: known word, and no earlier than the anchored step before. */
function anchoredStarts(steps: readonly Step[], take: NonNullable<ScheduleInput["take"]>) {
  const words = anchoredWords(take.words, take.anchors);
  const fixed = new Map<number, Start>();
  const findings: Finding[] = [];
  const drop = (code: string, about: string, message: string) =>
    findings.push(anchorFinding(code, about, message));
  let latest = 0;
  for (const [i, step] of steps.entries()) {
    const anchor = take.anchors[step.id];
    if (!anchor) continue;
    const word = words.get(anchor.wordId);
    if (!word) {
      drop(
        "anchor-without-word",
        step.id,
        `Step ${step.number} "${step.title}" is tied to word ${anchor.wordId}, which this narration does not have. Its time is an estimate until it is placed again.`,
      );
      continue;
    }
    const sourceMs = Math.min(Math.max(0, word.startMs + anchor.offsetMs), take.durationMs);
    const seen = sourceToLesson(take.map, sourceMs);
    if (!seen && sourceMs < take.durationMs)
      drop(
        "anchor-in-cut",
        step.id,
        `Step ${step.number} "${step.title}" begins at "${word.text}", which is cut out of the take. It begins where the cut is jumped.`,
      );
    const atMs = seen?.fromMs ?? nearestLesson(take.map, sourceMs);
    if (atMs < latest) {
      drop(
        "anchor-out-of-order",
        step.id,
        `Step ${step.number} "${step.title}" is tied to "${word.text}", which is spoken before the step in front of it. Its time is an estimate until it is placed again.`,
      );
      continue;
    }
    latest = atMs;
    fixed.set(i, { atMs, wordId: anchor.wordId });
  }
  const known = new Set(steps.map((s) => s.id));
  for (const stepId of Object.keys(take.anchors)) {
    if (!known.has(stepId))
      drop(
        "anchor-without-step",
        stepId,
        `A place in the narration is kept for ${stepId.startsWith("task:") ? "a task that" : `a step of "${stepId.split("/")[0]}" that`} is not in the lesson now.`,
      );
  }
  return { fixed, findings };
}

function squeezedFinding(step: Step, naturalMs: number, roomMs: number): Finding {
  return {
    code: "squeezed-step",
    severity: "warning",
    about: step.id,
    message: `Step ${step.number} "${step.title}" has ${(roomMs / 1000).toFixed(1)} s for lines that take about ${(naturalMs / 1000).toFixed(0)} s by hand: too fast to follow.`,
    numbers: { roomMs, naturalMs },
  };
}
