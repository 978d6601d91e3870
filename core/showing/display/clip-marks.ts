import { type Box, holds, spanInside } from "./box.ts";
import type { Mark, Spot } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";

/** Marks as far as they lie inside a box: what reaches out of it ends at its edge. Texts stay whole or go. */
export function clipMarks(marks: readonly Mark[], box: Box): Mark[] {
  const inside = (spot: Spot) => holds(box, spot);
  const pen: Pen<readonly Mark[]> = {
    path: (mark) => {
      if (mark.points.every(inside)) return [mark];
      if (mark.closed && mark.fill) {
        const points = clipRing(mark.points, box);
        return points.length > 2 ? [{ ...mark, points }] : [];
      }
      const all = mark.closed && mark.points[0] ? [...mark.points, mark.points[0]] : mark.points;
      const runs = clipLine(all, box);
      return runs.map((points, i) => ({
        ...mark,
        id: runs.length > 1 ? `${mark.id}~${i}` : mark.id,
        points,
        closed: false,
      }));
    },
    area: (mark) => {
      const rings = mark.rings.map((ring) => clipRing(ring, box)).filter((ring) => ring.length > 2);
      return rings.length > 0 ? [{ ...mark, rings }] : [];
    },
    dot: (mark) => (inside(mark.at) ? [mark] : []),
    text: (mark) => (inside(mark.at) ? [mark] : []),
  };
  return marks.flatMap((mark) => drawWith(pen, mark));
}

function clipLine(points: readonly Spot[], box: Box): Spot[][] {
  const runs: Spot[][] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    const span = a && b && spanInside(a, b, box);
    if (!a || !b || !span) continue;
    const at = (t: number) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
    const last = runs[runs.length - 1];
    const end = last?.[last.length - 1];
    if (last && end && span[0] === 0 && end.x === a.x && end.y === a.y) last.push(at(span[1]));
    else runs.push([at(span[0]), at(span[1])]);
  }
  return runs;
}

/** A ring as far as it lies inside a box: Sutherland and Hodgman, "Reentrant polygon clipping", 1974. */
function clipRing(ring: readonly Spot[], box: Box): Spot[] {
  const sides: readonly (readonly ["x" | "y", number, 1 | -1])[] = [
    ["x", box.x, 1],
    ["x", box.x + box.width, -1],
    ["y", box.y, 1],
    ["y", box.y + box.height, -1],
  ];
  let points = [...ring];
  for (const [axis, limit, sign] of sides) {
    const off = (p: Spot) => (p[axis] - limit) * sign;
    const kept: Spot[] = [];
    for (const [i, p] of points.entries()) {
      const q = points[(i + 1) % points.length] as Spot;
      const [d, e] = [off(p), off(q)];
      if (d >= 0) kept.push(p);
      if (d >= 0 !== e >= 0) {
        const t = d / (d - e);
        kept.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t });
      }
    }
    points = kept;
  }
  return points;
}
