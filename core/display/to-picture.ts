import { type Matrix3, paperToPicture } from "../geometry/index.ts";
import type { Drawing, Spot } from "./mark.ts";
import { carryMarks } from "./move-mark.ts";

/**
 * A drawing on paper as it appears in the video picture. Straight lines stay straight under a homography, so
 * their points suffice; widths and dashes take the local scale at each mark.
 */
export function toPicture(drawing: Drawing, paperToPx: Matrix3, widthPx: number, heightPx: number): Drawing {
  const map = (p: Spot): Spot => {
    const q = paperToPicture(paperToPx, { xMm: p.x, yMm: p.y });
    return { x: q.xPx, y: q.yPx };
  };
  const scale = (p: Spot) => scaleAt(map, p);
  const marks = carryMarks(drawing.marks, { to: map, line: scale, letter: scale });
  return { ...drawing, unit: "px", box: { x: 0, y: 0, width: widthPx, height: heightPx }, marks };
}

/** Pixels per mm around a paper point: the square root of the map's local area factor. */
function scaleAt(map: (p: Spot) => Spot, p: Spot): number {
  const [o, x, y] = [map(p), map({ x: p.x + 1, y: p.y }), map({ x: p.x, y: p.y + 1 })];
  return Math.sqrt(Math.abs((x.x - o.x) * (y.y - o.y) - (x.y - o.y) * (y.x - o.x)));
}
