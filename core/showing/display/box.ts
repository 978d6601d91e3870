import type { Spot } from "./mark.ts";

/** An upright box, in the drawing's unit. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Whether a place lies in a box, its edge included, or no further outside it than `slack`. */
export function holds({ x, y, width, height }: Box, spot: Spot, slack = 0): boolean {
  return (
    spot.x >= x - slack && spot.y >= y - slack && spot.x <= x + width + slack && spot.y <= y + height + slack
  );
}

/** Whether two boxes share more than an edge. */
export function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

/** The place of a box nearest to a place: itself where it lies inside. */
export function nearestIn({ x, y, width, height }: Box, spot: Spot): Spot {
  return { x: Math.min(Math.max(spot.x, x), x + width), y: Math.min(Math.max(spot.y, y), y + height) };
}

/** The middle of a box. */
export function middleOf({ x, y, width, height }: Box): Spot {
  return { x: x + width / 2, y: y + height / 2 };
}

/** The corners of a box in order, from the upper left one on. */
export function cornersOf({ x, y, width, height }: Box): Spot[] {
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

/** The smallest box that holds these places, of which there is at least one, with `pad` round it. */
export function boundsOf(spots: readonly Spot[], pad = 0): Box {
  const [xs, ys] = [spots.map((p) => p.x), spots.map((p) => p.y)];
  const [x, y] = [Math.min(...xs) - pad, Math.min(...ys) - pad];
  return { x, y, width: Math.max(...xs) + pad - x, height: Math.max(...ys) + pad - y };
}

/** The stretch of a segment inside a box as shares of it; null when it passes by. Liang and Barsky, 1984. */
export function spanInside(a: Spot, b: Spot, box: Box): readonly [number, number] | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  let from = 0;
  let to = 1;
  if (dx === 0) {
    if (a.x < box.x || a.x > box.x + box.width) return null;
  } else {
    const [s, t] = [(box.x - a.x) / dx, (box.x + box.width - a.x) / dx];
    from = Math.max(from, Math.min(s, t));
    to = Math.min(to, Math.max(s, t));
    if (from >= to) return null;
  }
  if (dy === 0) {
    if (a.y < box.y || a.y > box.y + box.height) return null;
  } else {
    const [s, t] = [(box.y - a.y) / dy, (box.y + box.height - a.y) / dy];
    from = Math.max(from, Math.min(s, t));
    to = Math.min(to, Math.max(s, t));
    if (from >= to) return null;
  }
  return [from, to];
}
