import type { Drafter } from "../drafter/index.ts";
import type { Solid } from "../solids/index.ts";
import { AXES, type Frame, runsWithPaper, type View } from "../view/index.ts";
import { type BoxOptions, BoxPage } from "./box-page.ts";
import type { BoxSlice } from "./box-slice.ts";

/**
 * Draws a box: first what lies true to the paper (a face, or the near upright), then from its corners a guide
 * to each vanishing point, then one mark for each depth and the edges copied from there. Which edges are drawn
 * follows from which faces show. Recorded on `d`; the caller adds the rubbing out.
 */
export function drawBox(
  d: Drafter,
  box: BoxSlice,
  solid: Solid,
  view: View,
  frame: Frame,
  options: BoxOptions,
): void {
  const page = new BoxPage(d, box, solid, view, frame, options);
  const flat = AXES.filter((axis) => runsWithPaper(frame, axis));
  const deep = AXES.filter((axis) => !runsWithPaper(frame, axis));

  d.phase("front");
  page.markFoot();
  for (const axis of flat) page.ruleMeasured(axis);
  page.ruleRemaining((edge) => flat.includes(edge.axis) && page.isFrontal(edge));

  d.phase("guides");
  for (const axis of deep) page.ruleGuides(axis, "outline");

  d.phase("close");
  for (const axis of deep) page.markDepth(axis);
  page.ruleRemaining((edge) => page.shows(edge), flat);

  if (!box.seeThrough) return;
  d.phase("see-through");
  for (const axis of deep) page.ruleGuides(axis, "hidden");
  for (const axis of deep) page.markDepth(axis);
  page.ruleRemaining(() => true, deep);
}
