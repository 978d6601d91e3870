import { crossingShares, minus, type Pt, plus, type Segment } from "./plane.ts";

/** Finer than the thinnest part of any thing that hides. */
const CELL_MM = 0.25;
/** The number of the stretch that is met first: round the ink, where there is room all round it. */
const FIRST = 2;

/**
 * Tells what lies inside the lines of a thing on a sheet: whatever is cut off by them from the largest stretch of the sheet
 * that they leave. Things that run off the sheet are closed by its edge.
 */
export function insideOf(ink: readonly Segment[], sheet: { wide: number; high: number }): (p: Pt) => boolean {
  const all = {
    left: 0,
    top: 0,
    wide: Math.ceil(sheet.wide / CELL_MM),
    high: Math.ceil(sheet.high / CELL_MM),
  };
  const { left, top: upper, wide, high } = roundInk(ink, all) ?? all;
  // All round the ink the sheet is one open stretch.
  const beyond = all.wide * all.high - wide * high;
  const cells = new Uint32Array(wide * high);
  const cellOf = (p: Pt) => {
    const [x, y] = [Math.floor(p.x / CELL_MM) - left, Math.floor(p.y / CELL_MM) - upper];
    return x >= 0 && y >= 0 && x < wide && y < high ? y * wide + x : -1;
  };
  for (const { a, b } of ink) {
    const long = Math.hypot(b.x - a.x, b.y - a.y);
    const steps = Math.min(40_000, Math.max(1, Math.ceil((long / CELL_MM) * 3)));
    for (let i = 0; i <= steps; i++) {
      const at = cellOf(plus(a, minus(b, a), i / steps));
      if (at >= 0) cells[at] = 1;
    }
  }
  let [largest, size, next] = [0, 0, FIRST];
  // Filled row by row: of each stretch of a row that is open, what lies open above and below it is open too.
  const open = new Int32Array(cells.length);
  for (let seed = 0; seed < cells.length; seed++) {
    if (cells[seed] !== 0) continue;
    let [n, top] = [0, 0];
    open[top++] = seed;
    while (top > 0) {
      const at = open[--top] ?? 0;
      if (cells[at] !== 0) continue;
      const row = at - (at % wide);
      let [from, to] = [at, at];
      while (from > row && cells[from - 1] === 0) from--;
      while (to < row + wide - 1 && cells[to + 1] === 0) to++;
      cells.fill(next, from, to + 1);
      n += to + 1 - from;
      for (const off of [-wide, wide])
        for (let i = from + off; i <= to + off; i++) {
          if (i < 0 || i >= cells.length || cells[i] !== 0) continue;
          open[top++] = i;
          while (i < to + off && cells[i + 1] === 0) i++;
        }
    }
    if (seed === 0) n += beyond;
    if (n > size) [largest, size] = [next, n];
    next++;
  }
  const onSheet = (p: Pt) => p.x >= 0 && p.y >= 0 && p.x < all.wide * CELL_MM && p.y < all.high * CELL_MM;
  return (p) => {
    const at = cellOf(p);
    if (at < 0) return beyond > 0 && largest !== FIRST && onSheet(p);
    return (cells[at] ?? 0) > 1 && cells[at] !== largest;
  };
}

interface Cells {
  readonly left: number;
  readonly top: number;
  readonly wide: number;
  readonly high: number;
}

/** The cells that ink takes up, with two more on each side, which are open; null where the sheet has no room for them. */
function roundInk(ink: readonly Segment[], all: Cells): Cells | null {
  const [xs, ys] = [ink.flatMap(({ a, b }) => [a.x, b.x]), ink.flatMap(({ a, b }) => [a.y, b.y])];
  const first = (of: readonly number[]) => Math.floor(Math.min(...of) / CELL_MM) - 2;
  const last = (of: readonly number[]) => Math.floor(Math.max(...of) / CELL_MM) + 2;
  const [left, top, right, bottom] = [first(xs), first(ys), last(xs), last(ys)];
  if (ink.length === 0 || left < 0 || top < 0 || right >= all.wide || bottom >= all.high) return null;
  return { left, top, wide: right - left + 1, high: bottom - top + 1 };
}

/** The pieces of a segment that do not lie inside a thing, cut where it crosses the thing's lines. */
export function outside(segment: Segment, ink: readonly Segment[], inside: (p: Pt) => boolean): Segment[] {
  const shares = [0, ...crossingShares(segment, ink), 1];
  const d = minus(segment.b, segment.a);
  const pieces: Segment[] = [];
  for (let i = 0; i + 1 < shares.length; i++) {
    const [from, to] = [shares[i] ?? 0, shares[i + 1] ?? 1];
    if (to - from < 1e-9 || inside(plus(segment.a, d, (from + to) / 2))) continue;
    pieces.push({ a: plus(segment.a, d, from), b: plus(segment.a, d, to) });
  }
  return pieces;
}

/** What of a segment lies at or below a height on the sheet. */
export function under(s: Segment, y: number): Segment[] {
  const [a, b] = s.a.y <= s.b.y ? [s.a, s.b] : [s.b, s.a];
  if (a.y >= y - 1e-9) return [s];
  if (b.y <= y) return [];
  return [{ a: plus(a, minus(b, a), (y - a.y) / (b.y - a.y)), b }];
}
