import { phaseOf, unmetNeed } from "../../drawing/program/index.ts";
import type { Change } from "../../ground/base/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import { applyChanges, tasksInOrder } from "../changes/index.ts";
import { setLesson } from "../lesson/index.ts";
import { type ComputedLesson, computeLesson } from "../pipeline/index.ts";

/** A new order of steps, or why no hand could draw it. */
export type Reordered =
  | { readonly changes: readonly Change[]; readonly refused: null }
  | { readonly changes: null; readonly refused: string };

/**
 * Moves a step, with all its moves, before or after its neighbours. Refused in words when a move would then need a point
 * or line that is not on the paper yet. A task stands anywhere, and a step passes tasks without asking.
 */
export function reorderStep(computed: ComputedLesson, stepId: string, toIndex: number): Reordered {
  const { steps } = computed;
  const from = steps.findIndex((s) => s.id === stepId);
  const step = steps[from];
  if (!step || toIndex < 0 || toIndex >= steps.length || toIndex === from)
    return { changes: null, refused: "There is no place further along." };
  const rest = steps.filter((s) => s !== step);
  const order = [...rest.slice(0, toIndex), step, ...rest.slice(toIndex)];
  const passed = steps.slice(Math.min(from, toIndex), Math.max(from, toIndex) + 1).filter((s) => s !== step);
  const neighbour = (toIndex < from ? passed : [...passed].reverse()).find((s) => !s.task);
  if (step.task || !neighbour) return { changes: tasksInOrder(computed.lesson, order), refused: null };
  return reorderLines(computed, step, neighbour, toIndex < from);
}

/** Moves a step with lines before or after another one with lines. */
function reorderLines(computed: ComputedLesson, step: Step, neighbour: Step, before: boolean): Reordered {
  const { moves } = computed;
  const steps = computed.steps.filter((s) => !s.task);
  const phasesOf = ({ firstMove, lastMove }: Step) => [
    ...new Set(moves.slice(firstMove, lastMove + 1).map(phaseOf)),
  ];
  const mine = new Set(phasesOf(step));
  const others = steps.flatMap((s) => (s === step ? [] : phasesOf(s).filter((p) => !mine.has(p))));
  const beside = phasesOf(neighbour);
  const at = before ? others.indexOf(beside[0] ?? "") : others.indexOf(beside.at(-1) ?? "") + 1;
  // A step cut in parts keeps its moves in one stretch: its parts cannot be drawn apart from each other.
  if (mine.size === 0 || beside.length === 0 || beside.some((p) => mine.has(p)))
    return { changes: null, refused: "Both are parts of one step: their lines follow from each other." };
  const order = [...new Set([...others.slice(0, at), ...mine, ...others.slice(at)])];
  const broken = unmetNeed(moves, order);
  if (!broken) {
    const changes: Change[] = [setLesson("stepOrder", order)];
    const tried = applyChanges(computed.lesson, changes);
    const after = tried.ok ? computeLesson(tried.value.lesson, computed).steps.filter((s) => !s.task) : [];
    // A rubbing-out before its lines has nothing to rub out, and would be gone from the strip.
    return after.length === steps.length && after[steps.indexOf(neighbour)]?.id === step.id
      ? { changes, refused: null }
      : {
          changes: null,
          refused: `Not possible: step ${step.number} "${step.title}" goes with the lines before it.`,
        };
  }
  const titleOf = (moveId: string) => {
    const index = moves.findIndex((m) => m.id === moveId);
    const found = steps.find((s) => s.firstMove <= index && index <= s.lastMove);
    return found ? `step ${found.number} "${found.title}"` : "the sheet's own step";
  };
  return {
    changes: null,
    refused: `Not possible: ${titleOf(broken.move.id)} needs the ${broken.called} from ${titleOf(broken.madeBy)}, which would come later.`,
  };
}
