import { type Frame, requireFrame, runsWithPaper, turnedFrameId, type View } from "../view/index.ts";
import type { ObjectSlice } from "./recipes.ts";

/** By the side of a room that serves as the floor, the quarter turns of the sheet that bring it to the bottom. */
const QUARTERS: Readonly<Record<string, 1 | 2 | 3>> = { "right-wall": 1, ceiling: 2, "left-wall": 3 };

/** The quarter turns that make a side of a room seen straight ahead the floor; null for any other face. */
export function quartersOf(view: View, frameId: string, face: string): 1 | 2 | 3 | null {
  const frame = requireFrame(view, frameId);
  const straight = runsWithPaper(frame, "width") && runsWithPaper(frame, "height");
  return straight ? (QUARTERS[face] ?? null) : null;
}

/**
 * The frame a thing is drawn in: its own, or, where a side of a room is its floor, that of the turned sheet: its up then leads
 * away from that side. What hangs from a ceiling always hangs down; a wall is a floor when the sheet lies turned to it.
 */
export function frameOf(object: ObjectSlice, view: View): Frame {
  const on = "depthSetBy" in object && typeof object.depthSetBy === "object" ? object.depthSetBy : null;
  const quarters = on && "face" in on ? quartersOf(view, object.frame, on.face) : null;
  const serves = quarters !== null && (quarters === 2 || quarters === object.turned);
  return requireFrame(view, serves ? turnedFrameId(object.frame, quarters) : object.frame);
}
