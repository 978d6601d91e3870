import { type Matrix3, paperToPicture } from "../../ground/geometry/index.ts";
import type { Drawing, Mark, Spot } from "./mark.ts";
import { carryMarks } from "./move-mark.ts";

/**
 * A drawing on paper as it appears in the video picture. Straight lines stay straight under a homography, so
 * their points suffice; widths and dashes take the local scale at each mark.
 */
export function toPicture(drawing: Drawing, paperToPx: Matrix3, widthPx: number, heightPx: number): Drawing {
  const marks = marksToPicture(drawing.marks, paperToPx);
  return { ...drawing, unit: "px", box: { x: 0, y: 0, width: widthPx, height: heightPx }, marks };
}

/** Marks on paper as they appear in the picture, lines `weight` times as heavy as they are drawn. */
export function marksToPicture(marks: readonly Mark[], paperToPx: Matrix3, weight = 1): Mark[] {
  const map = (p: Spot): Spot => {
    const q = paperToPicture(paperToPx, { xMm: p.x, yMm: p.y });
    return { x: q.xPx, y: q.yPx };
  };
  const scale = (p: Spot) => scaleAt(map, p);
  return carryMarks(marks, { to: map, line: (p) => scale(p) * weight, letter: scale });
}

/** Pixels per mm around a paper point: the square root of the map's local area factor. */
function scaleAt(map: (p: Spot) => Spot, p: Spot): number {
  const [o, x, y] = [map(p), map({ x: p.x + 1, y: p.y }), map({ x: p.x, y: p.y + 1 })];
  return Math.sqrt(Math.abs((x.x - o.x) * (y.y - o.y) - (x.y - o.y) * (y.x - o.x)));
}
