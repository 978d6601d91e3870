import type { Move } from "../../drawing/drafter/index.ts";
import { type Change, change, writtenAddress } from "../../ground/base/index.ts";
import { type Step, type StepKind, setStep } from "../../telling/steps/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { forgetStep } from "./change-of.ts";
import { setTask } from "./task-changes.ts";

/** The stretch of moves a step id stands for, without the part after a cut. */
function uncutId(stepId: string): string {
  return stepId.split("~")[0] ?? stepId;
}

function partId(move: Move): string {
  return `${move.objectId}/${move.phase}~${move.id.slice(move.objectId.length + 1)}`;
}

/** Parts a step before one of its moves, or before the next action where the move is in the middle of one; null where nothing can be parted. */
export function cutStep(lesson: Lesson, moves: readonly Move[], step: Step, before: number): Change[] | null {
  const at = step.cuts.find((cut) => cut >= before) ?? step.lastMove + 1;
  const [last, first] = [moves[at - 1], moves[at]];
  if (!first || !last || before <= step.firstMove || at > step.lastMove) return null;
  const stretch = `${first.objectId}/${first.phase}`;
  // Where two stretches were told together, or a cut was closed again, parting them undoes that.
  // Rubbing out goes with its thing by itself: told apart, it has to be said.
  if (`${last.objectId}/${last.phase}` !== stretch)
    return [setStep(stretch, "joined", lesson.steps[stretch]?.joined === true ? null : false)];
  if (lesson.steps[stretch]?.cutBefore?.includes(first.id) || lesson.steps[partId(first)]?.joined)
    return [setStep(partId(first), "joined", null)];
  const cuts = lesson.steps[stretch]?.cutBefore ?? [];
  return [setStep(stretch, "cutBefore", [...cuts, first.id])];
}

/** Tells a step together with the one before it; a part goes back to what it was cut from. Null for the first step. */
export function joinStep(
  lesson: Lesson,
  steps: readonly Step[],
  moves: readonly Move[],
  step: Step,
): Change[] | null {
  const before = steps[steps.indexOf(step) - 1];
  if (!before || before.task || step.task) return null;
  const stretch = uncutId(step.id);
  const first = moves[step.firstMove];
  // A part the educator cut goes back; one that was cut for being too much is joined against that.
  if (step.id !== stretch && first && lesson.steps[stretch]?.cutBefore?.includes(first.id)) {
    const left = (lesson.steps[stretch]?.cutBefore ?? []).filter((id) => id !== first.id);
    return [
      setStep(stretch, "cutBefore", left.length > 0 ? left : null),
      ...(lesson.steps[step.id] ? [forgetStep(step.id)] : []),
    ];
  }
  return [setStep(step.id, "joined", lesson.steps[step.id]?.joined === false ? null : true)];
}

/** What the educator says differently about a step; null takes a word of theirs back. */
export function sayOfStep(
  step: Step,
  field: "title" | "instruction" | "kind" | "holdMs",
  value: string | StepKind | number | null,
): Change[] {
  if (!step.task) return [change(writtenAddress(`step/${step.id}`, field), value)];
  // A task has words of its own: there are no usual ones behind them to go back to.
  const { task } = step;
  if (field === "title" && typeof value === "string") return setTask(task, "title", value);
  if (field === "instruction" && typeof value === "string") return setTask(task, "words", value);
  if (field === "holdMs" && typeof value === "number") return setTask(task, "minutes", value / 60_000);
  return [];
}
