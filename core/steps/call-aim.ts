import type { Aim } from "../drafter/index.ts";
import { callVanishingPoint, findVanishingPoint, requireFrame, type View } from "../view/index.ts";

/** How a ruler is laid that leads to no vanishing point. */
export function flatWay(aim: Aim): string {
  if (aim.kind === "direction") return "parallel to the front's slope";
  if (aim.kind === "upright" || (aim.kind === "axis" && aim.axis === "height")) return "straight up and down";
  return aim.kind === "axis" && aim.axis === "depth" ? "straight back" : "level";
}

/** The name of the vanishing point an aim leads to, or null when the ruler is kept parallel. */
export function aimName(aim: Aim, view: View): string | null {
  if (aim.kind === "direction")
    return Math.abs(aim.direction[2]) > 1e-9 ? `vanishing point of the ${aim.called}` : null;
  if (aim.kind !== "axis") return null;
  const frame = requireFrame(view, aim.frame);
  const at = findVanishingPoint(view, frame, aim.axis);
  if (!at) return null;
  if (aim.axis === "height") return `${at.yMm < view.horizonMm ? "upper" : "lower"} vanishing point`;
  return callVanishingPoint(view, frame, aim.axis);
}
