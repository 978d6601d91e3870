import { spanInside } from "./box.ts";
import type { Segment } from "./label-places.ts";
import type { Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";

/** A line this near another, in text sizes, lies on it. */
const ON_IT = 0.02;

/**
 * Of the line through a and b, the longest stretch that is drawn and seen in the picture, in the direction from a to b; null
 * where nothing of it is.
 */
export function longestDrawn(
  a: Spot,
  b: Spot,
  lines: readonly Segment[],
  { area, textSize }: SheetInPicture,
): readonly [Spot, Spot] | null {
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return null;
  const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
  const along = (p: Spot) => (p.x - a.x) * ux + (p.y - a.y) * uy;
  const off = (p: Spot) => Math.abs((p.x - a.x) * uy - (p.y - a.y) * ux);
  // Pieces that meet are one stretch.
  const pieces = lines
    .filter((s) => off(s.a) < ON_IT * textSize && off(s.b) < ON_IT * textSize)
    .map((s): [number, number] => {
      const [p, q] = [along(s.a), along(s.b)];
      return p < q ? [p, q] : [q, p];
    })
    .sort((p, q) => p[0] - q[0]);
  const joined: [number, number][] = [];
  for (const piece of pieces) {
    const last = joined[joined.length - 1];
    if (last && piece[0] <= last[1] + ON_IT * textSize) last[1] = Math.max(last[1], piece[1]);
    else joined.push([...piece]);
  }
  let best: readonly [Spot, Spot] | null = null;
  let most = 0;
  for (const [from, to] of joined) {
    const at = (t: number) => ({ x: a.x + ux * t, y: a.y + uy * t });
    const span = spanInside(at(from), at(to), area);
    if (!span) continue;
    const [s, e] = span.map((t) => from + (to - from) * t) as [number, number];
    if (e - s <= most) continue;
    most = e - s;
    best = [at(s), at(e)];
  }
  return best;
}
