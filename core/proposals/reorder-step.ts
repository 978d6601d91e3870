import type { Change } from "../base/index.ts";
import { applyChanges } from "../changes/index.ts";
import { type ComputedLesson, computeLesson } from "../pipeline/index.ts";
import { phaseOf, unmetNeed } from "../program/index.ts";

/** A new order of steps, or why no hand could draw it. */
export type Reordered =
  | { readonly changes: readonly Change[]; readonly refused: null }
  | { readonly changes: null; readonly refused: string };

/**
 * Moves a step, with all its moves, before or after its neighbours. Refused in words when a move would then need a point
 * or line that is not on the paper yet.
 */
export function reorderStep(computed: ComputedLesson, stepId: string, toIndex: number): Reordered {
  const { steps, moves } = computed;
  const from = steps.findIndex((s) => s.id === stepId);
  const step = steps[from];
  if (!step || toIndex < 0 || toIndex >= steps.length || toIndex === from)
    return { changes: null, refused: "There is no place further along." };
  const phasesOf = (index: number) => {
    const { firstMove = 0, lastMove = -1 } = steps[index] ?? {};
    return [...new Set(moves.slice(firstMove, lastMove + 1).map(phaseOf))];
  };
  const mine = new Set(phasesOf(from));
  const others = steps.flatMap((_, i) => (i === from ? [] : phasesOf(i).filter((p) => !mine.has(p))));
  const neighbour = phasesOf(toIndex);
  const beside =
    toIndex < from ? others.indexOf(neighbour[0] ?? "") : others.indexOf(neighbour.at(-1) ?? "") + 1;
  // A step cut in parts keeps its moves in one stretch: its parts cannot be drawn apart from each other.
  if (neighbour.some((p) => mine.has(p)))
    return { changes: null, refused: "Both are parts of one step: their lines follow from each other." };
  const order = [...new Set([...others.slice(0, beside), ...mine, ...others.slice(beside)])];
  const broken = unmetNeed(moves, order);
  if (!broken) {
    const changes: Change[] = [{ id: "lesson", field: "stepOrder", value: order }];
    const tried = applyChanges(computed.lesson, changes);
    const after = tried.ok ? computeLesson(tried.value.lesson, computed).steps : [];
    // A rubbing-out before its lines has nothing to rub out, and would be gone from the strip.
    return after.length === steps.length && after[toIndex]?.id === stepId
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
