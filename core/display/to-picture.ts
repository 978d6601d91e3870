import { type Matrix3, paperToPicture } from "../geometry/index.ts";
import type { Drawing, Mark, Spot } from "./mark.ts";

/**
 * A drawing on paper as it appears in the video picture. Straight lines stay straight under a homography, so
 * their points suffice; widths and dashes take the local scale at each mark.
 */
export function toPicture(drawing: Drawing, paperToPx: Matrix3, widthPx: number, heightPx: number): Drawing {
  const map = (p: Spot): Spot => {
    const q = paperToPicture(paperToPx, { xMm: p.x, yMm: p.y });
    return { x: q.xPx, y: q.yPx };
  };
  const marks = drawing.marks.map((mark): Mark => {
    switch (mark.kind) {
      case "path": {
        const first = mark.points[0] ?? { x: 0, y: 0 };
        const last = mark.points[mark.points.length - 1] ?? first;
        const scale = scaleAt(map, { x: (first.x + last.x) / 2, y: (first.y + last.y) / 2 });
        const ink = mark.ink && {
          ...mark.ink,
          width: mark.ink.width * scale,
          dash: mark.ink.dash.map((d) => d * scale),
        };
        return { ...mark, points: mark.points.map(map), ink };
      }
      case "area":
        return { ...mark, rings: mark.rings.map((ring) => ring.map(map)) };
      case "dot":
        return { ...mark, at: map(mark.at), radius: mark.radius * scaleAt(map, mark.at) };
      case "text": {
        const scale = scaleAt(map, mark.at);
        return { ...mark, at: map(mark.at), size: mark.size * scale, lineHeight: mark.lineHeight * scale };
      }
    }
  });
  return { ...drawing, unit: "px", box: { x: 0, y: 0, width: widthPx, height: heightPx }, marks };
}

/** Pixels per mm around a paper point: the square root of the map's local area factor. */
function scaleAt(map: (p: Spot) => Spot, p: Spot): number {
  const [o, x, y] = [map(p), map({ x: p.x + 1, y: p.y }), map({ x: p.x, y: p.y + 1 })];
  return Math.sqrt(Math.abs((x.x - o.x) * (y.y - o.y) - (x.y - o.y) * (y.x - o.x)));
}
