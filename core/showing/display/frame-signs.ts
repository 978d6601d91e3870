import type { Paper } from "../../drawing/paper/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import type { Schedule } from "../../time/schedule/index.ts";
import type { Box } from "./box.ts";
import { drawStep } from "./draw-state.ts";
import type { Medium } from "./ink.ts";
import { type ActSigns, signsByAct } from "./label-marks.ts";
import { carryMarks } from "./move-mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";

/**
 * The letters, readings and signs of a step by act, over the sheet as it lies in a picture: each appears with its act and
 * keeps its place, which is found for the finished step. Words stand upright in the picture however the sheet lies.
 */
export function stepSigns(
  { paper, sheet }: { readonly paper: Paper; readonly sheet: Sheet },
  step: Step,
  view: SheetInPicture,
  medium: Medium,
  taken: readonly Box[] = [],
): ActSigns[] {
  const { marks } = drawStep(paper, sheet, step, medium);
  const to = ({ x, y }: { x: number; y: number }) => view.to({ xMm: x, yMm: y });
  return signsByAct(step.pictured, view, carryMarks(marks, { to }), { id: step.id, taken });
}

/** The acts of a step that have begun by a moment of lesson time; what has no move of its own comes with the one before it. */
export function actsBegun(step: Step, schedule: Schedule, atMs: number): ReadonlySet<number> {
  const begun = new Set(schedule.moves.filter((m) => m.startMs <= atMs).map((m) => m.moveIndex));
  const acts = new Set<number>();
  for (const [i, { told }] of step.acts.entries()) {
    const own = told.moves.length > 0;
    if (own ? told.moves.some((m) => begun.has(m)) : acts.has(i - 1)) acts.add(i);
  }
  return acts;
}
