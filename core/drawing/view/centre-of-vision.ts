import type { Sheet } from "./sheet.ts";
import type { FrameSlice } from "./view-slice.ts";

type TwoPoint = Extract<FrameSlice, { kind: "two-point" }>;

/** How near to either vanishing point a centre that nobody has stated may come, as a part of the way between them. */
const CLEAR_OF_POINTS = 0.1;

/** Where we look straight ahead in a two-point view, and whether the teacher said so or it was taken. */
export interface CentreOfVision {
  readonly xMm: number;
  readonly by: "stated" | "midway" | "sheet";
}

/** The stretch of the sheet that nobody looks past, as parts of its width. */
const BEFORE_US = [1 / 4, 3 / 4] as const;

/**
 * The stated centre of vision; else midway between the points as long as that lies in the middle half of the sheet. Where one point
 * stands near and the other far off, midway would be looked at from beside the sheet, and all that is drawn would look stretched:
 * then the nearest place of that half is taken, clear of both points. It never jumps while a point is dragged.
 */
export function centreOfVision(frame: TwoPoint, sheet: Sheet): CentreOfVision {
  if (frame.centreOfVision) return { xMm: frame.centreOfVision.fromLeftMm, by: "stated" };
  const left = frame.leftVanishingPoint.fromLeftMm;
  const right = frame.rightVanishingPoint.fromLeftMm;
  const midway = (left + right) / 2;
  const [first, last] = BEFORE_US.map((part) => part * sheet.widthMm) as [number, number];
  const before = Math.min(last, Math.max(first, midway));
  const clear = CLEAR_OF_POINTS * (right - left);
  const xMm = Math.min(right - clear, Math.max(left + clear, before));
  return { xMm, by: xMm === midway ? "midway" : "sheet" };
}
