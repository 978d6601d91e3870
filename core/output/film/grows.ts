import type { Mark, Spot } from "../../showing/display/index.ts";

/** Whether a line has only been drawn on: the same line, as far as it was there. */
export function growsInto(before: Mark, after: Mark): boolean {
  if (before.kind !== "path" || after.kind !== "path") return false;
  if (before.closed || after.closed || !before.ink || !after.ink || after.ink.dash.length > 0) return false;
  if (before.ink.colour !== after.ink.colour || (before.opacity ?? 1) !== (after.opacity ?? 1)) return false;
  const [a, b] = [before.points, after.points];
  if (a.length < 2 || b.length < a.length || lengthOfMark(after) <= lengthOfMark(before)) return false;
  if (!a.slice(0, -1).every((p, i) => near(p, b[i]))) return false;
  // The end it had lies on what it has become.
  const [from, to, end] = [b[a.length - 2], b[a.length - 1], a[a.length - 1]];
  if (!from || !to || !end) return false;
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  const off =
    ((end.x - from.x) * (to.y - from.y) - (end.y - from.y) * (to.x - from.x)) / Math.max(1e-9, long);
  return (
    Math.abs(off) < ON_LINE_PX && (end.x - from.x) * (to.x - from.x) + (end.y - from.y) * (to.y - from.y) >= 0
  );
}

/** A tenth of a pixel is not seen. */
const ON_LINE_PX = 0.1;

function near(p: Spot, q: Spot | undefined): boolean {
  return q !== undefined && Math.hypot(p.x - q.x, p.y - q.y) < ON_LINE_PX;
}

/** How long a line is, in the drawing's unit. */
export function lengthOfMark(mark: Mark): number {
  if (mark.kind !== "path") return 0;
  return mark.points.reduce((sum, p, i) => {
    const before = mark.points[i - 1];
    return before ? sum + Math.hypot(p.x - before.x, p.y - before.y) : sum;
  }, 0);
}
