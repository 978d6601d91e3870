import type { Frame, View } from "./camera.ts";
import { scaled } from "./space.ts";

/** The frame of that id; "main~3" is the frame "main" as it lies for things drawn on the sheet turned three quarters. */
export function requireFrame(view: View, id: string): Frame {
  const [base, quarters] = splitFrameId(id);
  const frame = view.frames.find((f) => f.id === base);
  if (!frame)
    throw new Error(`The view has no frame "${id}"; it has ${view.frames.map((f) => f.id).join(", ")}.`);
  return quarters === 0 ? frame : turnedFrame(frame, quarters);
}

/** The id of a frame on the sheet turned clockwise on the desk by so many quarters. */
export function turnedFrameId(baseId: string, quarters: number): string {
  return quarters % 4 === 0 ? baseId : `${baseId}~${quarters % 4}`;
}

/** A frame's id without the turn of the sheet. */
export function baseFrameId(id: string): string {
  return splitFrameId(id)[0];
}

function splitFrameId(id: string): [base: string, quarters: number] {
  const [base = id, quarters] = id.split("~");
  return [base, Number(quarters ?? 0)];
}

/**
 * Width and height of things for which another side of the sheet is the floor: what lies to the right and upward on the desk once
 * the sheet is turned clockwise by quarters. After one quarter the sheet's upper edge lies to the right.
 */
function turnedFrame(frame: Frame, quarters: number): Frame {
  let { width, height } = frame.axes;
  for (let q = 0; q < quarters % 4; q++) [width, height] = [height, scaled(width, -1)];
  return { id: turnedFrameId(frame.id, quarters), axes: { ...frame.axes, width, height } };
}
