import { readFileSync } from "node:fs";
import { join } from "node:path";
import { applyChanges, setNarration } from "#core/document/changes";
import { parseLessonText } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import type { Move } from "#core/drawing/drafter";
import type { Step } from "#core/telling/steps";
import type { Labelled } from "./labelled.ts";

/** A narration brought into the lesson it goes with. */
export function inItsLesson(narration: Labelled): ComputedLesson {
  const read = parseLessonText(
    readFileSync(join(import.meta.dirname, "../..", narration.lesson ?? ""), "utf8"),
  );
  if (!read.ok) throw new Error(`${narration.name}: ${read.findings[0]?.message}`);
  const changed = applyChanges(read.value, setNarration(read.value, "take.vtt", narration.cues));
  if (!changed.ok) throw new Error(`${narration.name}: ${changed.findings[0]?.message}`);
  return computeLesson(changed.value.lesson);
}

/** The labels under which a step may begin to be told: its moves, or the task it is. */
export function labelsOf(step: Step, moves: readonly Pick<Move, "id">[]): string[] {
  return step.task ? [step.id] : moves.slice(step.firstMove, step.lastMove + 1).map((m) => m.id);
}

/**
 * The word at which a step begins to be told or drawn, or null where it is not said. Labels name moves, so they outlive
 * another cutting: a step that holds several labelled moves begins where the first of them does.
 */
export function beginOf(
  { begins }: Labelled,
  step: Step,
  { moves }: Pick<ComputedLesson, "moves">,
): number | null {
  const words = labelsOf(step, moves).flatMap((label) => begins.get(label) ?? []);
  return words.length > 0 ? Math.min(...words) : null;
}
