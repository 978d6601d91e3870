import type { LearntPace } from "../../class/pacing/index.ts";
import {
  type ClassTaught,
  middleOf,
  OVER_MS,
  type PlannedStep,
  type StepTaught,
} from "../../class/record/index.ts";
import { classPlanOf } from "../../class/teaching/index.ts";
import { type Change, countOf, formatClock, sentenceCase, timesOf } from "../../ground/base/index.ts";
import { setPlan } from "../../ground/plan/index.ts";
import { type Step, setStep } from "../../telling/steps/index.ts";
import type { ComputedLesson } from "../pipeline/index.ts";
import { halve, LONGEST_WAIT_MS, setHolds } from "./class-holds.ts";

/** Something the record of classes speaks for, with what speaks for it; taken or left. */
export interface RecordProposal {
  readonly id: string;
  readonly kind: "wait" | "cut" | "warn" | "pace";
  /** The step it is about; null where it is about all. */
  readonly stepId: string | null;
  readonly says: string;
  readonly evidence: readonly string[];
  /** The wait that is proposed, where it is one. */
  readonly waitMs?: number;
  /** On the button. */
  readonly label: string;
  readonly changes: readonly Change[];
}

/** A step is over its time when it takes so much more of it. */
const OVER_SHARE = 1.2;
/** In so many of its classes, or more, it must have been so. */
const MOSTLY = 2 / 3;
/** A pace that differs less from the one reckoned with says nothing new. */
const OTHER_PACE = 0.05;
const ROUND_MS = 1000;
/** A step of which a hand takes as long is the same step. */
const SAME_HAND_MS = 500;

/**
 * What the record says back: steps that run over, slips seen, the pace of the age band. Few classes move a wait little: of
 * what it was over, one class in itself stands for half, three for three quarters.
 */
export function proposeFromRecord(
  computed: ComputedLesson,
  classes: readonly ClassTaught[],
  learnt: LearntPace | null,
): RecordProposal[] {
  const planned = new Map(classPlanOf(computed, computed.lesson.plan).steps.map((s) => [s.stepId, s]));
  const taught = computed.steps.flatMap((step) => {
    const now = planned.get(step.id);
    if (!now) return [];
    const found = classes.flatMap((of) => {
      const took = of.steps.find((s) => s.stepId === step.id);
      if (!took || took.tookMs === null) return [];
      // What was taught under this name before it was cut, or drawn otherwise, was another step.
      const same = took.handMs == null || Math.abs(took.handMs - (now.handMs ?? 0)) <= SAME_HAND_MS;
      return same ? [{ of, took, tookMs: took.tookMs }] : [];
    });
    return found.length > 0 ? [{ step, now, found }] : [];
  });
  return [
    ...paceSeen(computed, learnt),
    ...taught.flatMap(({ step, found }) => slipSeen(computed, step, found) ?? []),
    ...taught.flatMap(({ step, now, found }) => overrun(computed, step, now, found) ?? []),
  ];
}

/** All waits that are proposed, as one edit: taken one by one, each would be reckoned on its own lesson. */
export function takeAllWaits(computed: ComputedLesson, proposals: readonly RecordProposal[]): Change[] {
  const waits = proposals.flatMap(({ stepId, waitMs }) =>
    stepId !== null && waitMs !== undefined ? [[stepId, waitMs] as const] : [],
  );
  return setHolds(computed, new Map(waits));
}

interface Found {
  readonly of: ClassTaught;
  readonly took: StepTaught;
  readonly tookMs: number;
}

function overrun(
  computed: ComputedLesson,
  step: Step,
  now: PlannedStep,
  found: readonly Found[],
): RecordProposal | null {
  const over = found.filter(
    ({ took, tookMs }) => tookMs > took.plannedMs * OVER_SHARE && tookMs - took.plannedMs >= OVER_MS,
  );
  if (over.length === 0 || over.length < found.length * MOSTLY) return null;
  if (step.task) return null;
  const wait = now.holdMs ?? 0;
  // From what the lesson had then to what they took, and against what it has now: what was taken once is not asked for again.
  const share = found.length / (found.length + 1);
  const aim = middleOf(found.map(({ took, tookMs }) => took.plannedMs + share * (tookMs - took.plannedMs)));
  const more = Math.round((aim - now.plannedMs) / ROUND_MS) * ROUND_MS;
  if (more < ROUND_MS) return null;
  const evidence = found.map(
    ({ of, took, tookMs }) =>
      `${of.day}, ${of.group}: ${formatClock(tookMs)} instead of ${formatClock(took.plannedMs)}${took.stuck > 0 ? `, stuck ${timesOf(took.stuck)}` : ""}`,
  );
  const head = `Step ${step.number} "${step.title}" ran over in ${found.length === 1 ? "the one class" : `${over.length} of ${found.length} classes`}.`;
  const cut = wait + more > LONGEST_WAIT_MS ? halve(computed, step) : null;
  if (cut)
    return {
      id: `cut ${step.id}`,
      kind: "cut",
      stepId: step.id,
      says: `${head} A wait of ${formatClock(wait + more)} is too long for one step.`,
      evidence,
      label: "Cut it in two",
      changes: cut,
    };
  return {
    id: `wait ${step.id}`,
    kind: "wait",
    stepId: step.id,
    says: `${head} A wait of ${formatClock(wait + more)}, not ${formatClock(wait)}, gives them time.`,
    evidence,
    waitMs: wait + more,
    label: `Wait ${formatClock(wait + more)}`,
    changes: setHolds(computed, new Map([[step.id, wait + more]])),
  };
}

function slipSeen({ lesson }: ComputedLesson, step: Step, found: readonly Found[]): RecordProposal | null {
  const seen = found.filter(({ took }) => took.slips > 0);
  if (step.usualSlip === "" || seen.length === 0 || seen.length < found.length / 2) return null;
  if (lesson.steps[step.id]?.warn) return null;
  const shown = step.slip === "" ? "Its card would show it crossed out again, and the" : "The";
  return {
    id: `warn ${step.id}`,
    kind: "warn",
    stepId: step.id,
    says: `A slip was seen in step ${step.number} "${step.title}" in ${found.length === 1 ? "the one class" : `${seen.length} of ${found.length} classes`}: ${step.usualSlip} ${shown} words would warn of it.`,
    evidence: seen.map(({ of, took }) => `${of.day}, ${of.group}: seen ${timesOf(took.slips)}`),
    label: "Warn of it",
    changes: [setStep(step.id, "warn", true)],
  };
}

/** Where the educator has said a line's time, and the classes of the age say another: theirs, and what the classes go on to say. */
function paceSeen({ lesson }: ComputedLesson, learnt: LearntPace | null): RecordProposal[] {
  const { lineMs: own, ...rest } = lesson.plan.classPace ?? {};
  if (!learnt || own === undefined || Math.abs(learnt.lineMs / own - 1) < OTHER_PACE) return [];
  const s = (ms: number) => `${(ms / 1000).toFixed(1)} s`;
  return [
    {
      id: "pace",
      kind: "pace",
      stepId: null,
      says: `You reckon with ${s(own)} for a line of the middle pupil; classes of this age take about ${s(learnt.lineMs)}.`,
      evidence: [
        `${sentenceCase(countOf(learnt.classes, "class", "classes"))} by themselves say ${s(learnt.seenMs)}, the guess is ${s(learnt.guessMs)}; the fewer classes, the nearer to the guess.`,
      ],
      label: "Reckon with the classes",
      changes: [setPlan("classPace", Object.keys(rest).length > 0 ? rest : null)],
    },
  ];
}
