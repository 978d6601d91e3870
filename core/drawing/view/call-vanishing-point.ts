import type { PaperPoint } from "../../ground/geometry/index.ts";
import { callFrame } from "./call-frame.ts";
import { type Axis, type Frame, findVanishingPoint, type View } from "./camera.ts";
import { baseFrameId } from "./frames.ts";

/** What teachers call a level vanishing point of a frame; beside the first frame, with whose it is. */
export function callVanishingPoint(view: View, frame: Frame, axis: Exclude<Axis, "height">): string {
  const paired = findVanishingPoint(view, frame, "width") !== null;
  const side = paired ? (axis === "depth" ? "left " : "right ") : "";
  const whose = baseFrameId(frame.id) === view.frames[0]?.id ? "" : ` of ${callFrame(baseFrameId(frame.id))}`;
  return `${side}vanishing point${whose}`;
}

/** What the vanishing point of leaning uprights is called. */
export function callHeightPoint(view: View, at: PaperPoint): string {
  return `${at.yMm < view.horizonMm ? "upper" : "lower"} vanishing point`;
}
