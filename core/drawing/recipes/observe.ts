import type { Page } from "../page/index.ts";
import type { Axis } from "../view/index.ts";

/**
 * From observation: the first two edges that run away, each at the angle the held pencil shows, carried on until they cross: there
 * is their vanishing point, and the rest follow it. With a single edge to see, its angle is all there is.
 */
export function observeGuides(page: Page, axis: Axis): void {
  if (axis === "height") return;
  const guides = page.guidesToRule(axis, true);
  page.phase(`observe-${axis}`);
  for (const { edge, from, to } of guides.slice(0, 2)) {
    const help = edge.light ? ({ role: "construction", light: true } as const) : {};
    page.ruleAtAngle(edge.id, from, to, { ...help, called: `edge ${edge.id.replaceAll("-", " ")}` });
    page.countAsRuled(edge.id);
  }
  const [first, second] = guides;
  if (!first || !second) return;
  page.markVanishingCrossing(`seen-point-${axis}`, axis, [first.edge.id, second.edge.id]);
  for (const { edge, from, to } of guides.slice(2)) {
    page.ruleTowardPoint(edge.id, from, to, `seen-point-${axis}`, { tail: true });
    page.countAsRuled(edge.id);
  }
}
