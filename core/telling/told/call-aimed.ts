import type { Aim } from "../../drawing/drafter/index.ts";
import {
  callHeightPoint,
  callVanishingPoint,
  findVanishingPoint,
  requireFrame,
  type View,
} from "../../drawing/view/index.ts";

/** What the vanishing point of an axis is called on the sheet; null when an aim has none that is marked. */
export function callAimed(aim: Aim, view: View): string | null {
  if (aim.kind !== "axis") return null;
  const frame = requireFrame(view, aim.frame);
  const at = findVanishingPoint(view, frame, aim.axis);
  if (!at) return null;
  if (aim.axis === "height") return callHeightPoint(view, at);
  return callVanishingPoint(view, frame, aim.axis);
}
