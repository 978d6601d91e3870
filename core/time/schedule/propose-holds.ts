import type { Pace } from "../../ground/plan/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { type Heard, sentencesOf, type Token } from "../narration/index.ts";
import { type EditMap, holdsIn, lessonToSource } from "./edit-map.ts";
import type { Edit } from "./edits.ts";
import { waitMs } from "./estimate.ts";
import type { Schedule, StepWindow } from "./schedule-steps.ts";

/** A wait shorter than this needs no stop. */
const LEAST_MS = 2000;

/**
 * A hold for every step the class draws along that has none yet: at its act-now cue, or else at the end of the sentence in
 * which its last stroke is drawn; as long as the educator says, or as the class needs more than the demonstrator.
 */
export function proposeHolds(
  steps: readonly Step[],
  schedule: Schedule,
  map: EditMap,
  tokens: readonly Token[],
  heard: readonly Heard[],
  pace: Pace,
): Extract<Edit, { kind: "hold" }>[] {
  const placeOf = holdPlaces(schedule, map, tokens, heard);
  return steps.flatMap((step) => {
    const span = schedule.windows.find((w) => w.stepId === step.id);
    const ms = Math.round(waitMs(step, pace));
    if (!span || span.wordId === null || ms < LEAST_MS) return [];
    if (holdsIn(map, span).length > 0) return [];
    return [{ kind: "hold", atMs: placeOf(step, span), ms }];
  });
}

/** Where in the recording the class is best waited for in a step: at its act-now cue, or at the end of the sentence in which its last stroke is drawn. */
export function holdPlaces(
  schedule: Schedule,
  map: EditMap,
  tokens: readonly Token[],
  heard: readonly Heard[],
): (step: Step, span: StepWindow) => number {
  const ends = sentencesOf(tokens).map((s) => s.tokens[s.tokens.length - 1]?.endMs ?? 0);
  const orders = heard.filter((h) => h.kind === "act-now");
  return (step, span) => {
    const [from, to] = [lessonToSource(map, span.startMs), lessonToSource(map, span.endMs)];
    const order = orders.findLast((h) => h.startMs >= from && h.endMs <= to);
    const lastDrawn = schedule.moves.findLast(
      (m) => m.moveIndex >= step.firstMove && m.moveIndex <= step.lastMove,
    );
    const after = order
      ? order.endMs
      : lessonToSource(map, Math.min(lastDrawn?.drawToMs ?? span.endMs, span.endMs));
    return Math.round(Math.min(ends.find((e) => e >= after - 1) ?? to, Math.max(from, to - 1)));
  };
}
