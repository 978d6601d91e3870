import type { ClassRun, StepWork } from "../../class/pacing/index.ts";
import type { Change } from "../../ground/base/index.ts";
import { paceOf } from "../../ground/plan/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { tokensOf } from "../../time/narration/index.ts";
import { type Edit, handTimesMs, holdPlaces, holdsIn } from "../../time/schedule/index.ts";
import { cutStep, sayOfStep, setEdits } from "../changes/index.ts";
import { findCurrentTake } from "../lesson/index.ts";
import type { ComputedLesson } from "../pipeline/index.ts";

/** A class waits no longer than this at a time: a step that asks more is too much for one step. */
export const LONGEST_WAIT_MS = 120_000;

/** What is proposed for the wait of a step. */
export interface HoldProposal {
  readonly stepId: string;
  readonly nowMs: number;
  readonly leastMs: number;
  /** What cuts it in two where the wait would be too long; null where it would not, or it cannot be cut. */
  readonly cut: readonly Change[] | null;
}

/** The waits a simulated class asks for, for every step that has something to draw. */
export function proposeClassHolds(
  computed: ComputedLesson,
  works: readonly StepWork[],
  least: ClassRun,
): HoldProposal[] {
  return works.flatMap((work, i): HoldProposal[] => {
    const step = computed.steps.find((s) => s.id === work.stepId);
    const leastMs = least.steps[i]?.holdMs ?? 0;
    if (!step || work.workMs === 0) return [];
    const cut = leastMs > LONGEST_WAIT_MS ? halve(computed, step) : null;
    return [{ stepId: step.id, nowMs: Math.round(work.holdMs), leastMs, cut }];
  });
}

/** What cuts a step where about half of it is drawn; null where it cannot be cut. */
export function halve(computed: ComputedLesson, step: Step): readonly Change[] | null {
  const { lesson, moves, paper } = computed;
  const hand = handTimesMs(moves, paper, paceOf(lesson.plan));
  const upTo = (move: number) => hand.slice(step.firstMove, move).reduce((a, b) => a + b, 0);
  const half = upTo(step.lastMove + 1) / 2;
  const [nearest] = [...step.cuts].sort((a, b) => Math.abs(upTo(a) - half) - Math.abs(upTo(b) - half));
  return nearest === undefined ? null : cutStep(lesson, moves, step, nearest);
}

/** The change that gives steps these waits, and cuts those that are too much for one step; one edit, undone in one. */
export function takeClassHolds(computed: ComputedLesson, proposals: readonly HoldProposal[]): Change[] {
  const cuts = proposals.flatMap((p) => p.cut ?? []);
  const holds = proposals.filter((p) => p.cut === null && p.nowMs !== p.leastMs);
  return [...cuts, ...setHolds(computed, new Map(holds.map((p) => [p.stepId, p.leastMs])))];
}

/** Gives steps other waits: in the recording where there is one, else in the plan of the step. */
export function setHolds(computed: ComputedLesson, holds: ReadonlyMap<string, number>): Change[] {
  const { lesson, steps, schedule, editMap } = computed;
  if (holds.size === 0) return [];
  const take = findCurrentTake(lesson);
  if (!take || !editMap)
    return steps.flatMap((step) => {
      const ms = holds.get(step.id);
      return ms === undefined ? [] : sayOfStep(step, "holdMs", ms);
    });
  const placeOf = holdPlaces(schedule, editMap, tokensOf(take.narration?.cues ?? []), computed.heard);
  let edits: readonly Edit[] = take.edits ?? [];
  for (const [i, step] of steps.entries()) {
    const ms = holds.get(step.id);
    const span = schedule.windows[i];
    if (ms === undefined || span?.stepId !== step.id) continue;
    const there = holdsIn(editMap, span);
    const places = new Set(there.map((h) => h.sourceAt));
    edits = edits.filter((e) => e.kind !== "hold" || !places.has(e.atMs));
    if (ms >= SHORTEST_HOLD_MS)
      edits = [...edits, { kind: "hold", atMs: there[0]?.sourceAt ?? placeOf(step, span), ms }];
  }
  return setEdits(lesson, edits);
}

/** The document knows no shorter hold. */
const SHORTEST_HOLD_MS = 100;
