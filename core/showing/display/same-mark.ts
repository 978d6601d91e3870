import type { Ink, Mark, Spot } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";

/** What a mark looks like, part by part: two marks with the same parts look the same on any surface. */
const LOOK: Pen<{ readonly plain: readonly unknown[]; readonly spots: readonly (readonly Spot[])[] }> = {
  path: ({ closed, fill, ink, points }) => ({
    plain: ["path", closed, fill, ...inkParts(ink)],
    spots: [points],
  }),
  area: ({ fill, rings }) => ({ plain: ["area", fill], spots: rings }),
  dot: ({ radius, fill, at }) => ({ plain: ["dot", radius, fill], spots: [[at]] }),
  text: ({ size, lineHeight, colour, weight, anchor, halo, onHead, lines, at }) => ({
    plain: ["text", size, lineHeight, colour, weight, anchor, halo, onHead, ...lines],
    spots: [[at]],
  }),
};

/** Whether two marks look the same on any surface. */
export function sameMark(a: Mark, b: Mark): boolean {
  if (a === b) return true;
  if (a.id !== b.id || (a.opacity ?? 1) !== (b.opacity ?? 1)) return false;
  const [x, y] = [drawWith(LOOK, a), drawWith(LOOK, b)];
  return (
    sameList(x.plain, y.plain, Object.is) &&
    sameList(x.spots, y.spots, (p, q) => sameList(p, q, (s, t) => s.x === t.x && s.y === t.y))
  );
}

function inkParts(ink: Ink | null): readonly unknown[] {
  return ink ? [ink.colour, ink.width, ...ink.dash] : [null];
}

function sameList<T>(a: readonly T[], b: readonly T[], same: (x: T, y: T) => boolean): boolean {
  return a.length === b.length && a.every((x, i) => same(x, b[i] as T));
}
