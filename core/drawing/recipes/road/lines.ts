import { type Axis, type Frame, runsWithPaper } from "../../view/index.ts";
import type { RoadSlice } from "./shape.ts";

/** A line of the road by name, with its place on the sheet's lower edge from the middle. */
export interface RoadLine {
  readonly name: "left-outer" | "left" | "middle" | "right" | "right-outer";
  readonly offMm: number;
}

/** The lines of a road from left to right; the middle one only carries dashes. */
export function linesOf({ handles: h, dashes }: RoadSlice): readonly RoadLine[] {
  return [
    ...(h.pavement > 0 ? [{ name: "left-outer", offMm: -h.half - h.pavement } as const] : []),
    { name: "left", offMm: -h.half },
    ...(dashes > 0 ? [{ name: "middle", offMm: 0 } as const] : []),
    { name: "right", offMm: h.half },
    ...(h.pavement > 0 ? [{ name: "right-outer", offMm: h.half + h.pavement } as const] : []),
  ];
}

/** Whether the lines of a road run right into its vanishing point, so that nothing has to be measured far away. */
export function runsToItsPoint({ handles }: RoadSlice): boolean {
  return handles.reach === 1;
}

/** How far up dashes and joints still lie on a road that runs into its point: nearer they would be one smudge. */
const LAST_MARKED = 0.9;

/** How far up the marks of a road go, as a part of the way to the horizon. */
export function markedReach({ handles }: RoadSlice): number {
  return handles.reach === 1 ? LAST_MARKED : handles.reach;
}

/**
 * The axis a road runs along, and the one square to it along which whatever crosses it runs. Where the width has no vanishing
 * point the road runs to the only one there is.
 */
export function axesOf(
  slice: Pick<RoadSlice, "along">,
  frame: Frame,
): { readonly along: Axis; readonly across: Axis } {
  return slice.along === "width" && !runsWithPaper(frame, "width")
    ? { along: "width", across: "depth" }
    : { along: "depth", across: "width" };
}
