// The follower's own geometry: points and lines as plain numbers, nothing shared with the engine.

export interface Pt {
  readonly x: number;
  readonly y: number;
}
/** A ruler laid at a point in a direction of length one. */
export interface Laid {
  readonly at: Pt;
  readonly dir: Pt;
}
export interface Segment {
  readonly a: Pt;
  readonly b: Pt;
}

export const minus = (p: Pt, q: Pt): Pt => ({ x: p.x - q.x, y: p.y - q.y });
export const plus = (p: Pt, d: Pt, t = 1): Pt => ({ x: p.x + d.x * t, y: p.y + d.y * t });
export const dot = (p: Pt, q: Pt): number => p.x * q.x + p.y * q.y;
const turn = (p: Pt, q: Pt): number => p.x * q.y - p.y * q.x;
export const size = (p: Pt): number => Math.hypot(p.x, p.y);
export const apart = (p: Pt, q: Pt): number => size(minus(p, q));

export function unit(d: Pt): Pt {
  const s = size(d);
  if (!(s > 1e-9)) throw new Error("two places that are one show no direction");
  return { x: d.x / s, y: d.y / s };
}

/** Where two laid rulers cross; refuses what no pencil could mark. */
export function cross(l: Laid, m: Laid): Pt {
  const sine = turn(l.dir, m.dir);
  if (Math.abs(sine) < 1e-5) throw new Error("the two lines run side by side");
  return plus(l.at, l.dir, turn(minus(m.at, l.at), m.dir) / sine);
}

/** Distance of a point from a segment. */
export function offSegment(p: Pt, { a, b }: Segment): number {
  const d = minus(b, a);
  const s2 = dot(d, d);
  const t = s2 === 0 ? 0 : Math.max(0, Math.min(1, dot(minus(p, a), d) / s2));
  return apart(p, plus(a, d, t));
}

/** The shares of a segment at which others cross it, rising. */
export function crossingShares({ a, b }: Segment, others: readonly Segment[]): number[] {
  const d = minus(b, a);
  const shares: number[] = [];
  for (const o of others) {
    const e = minus(o.b, o.a);
    const sine = turn(d, e);
    if (Math.abs(sine) < 1e-9 * size(d) * size(e)) continue;
    const t = turn(minus(o.a, a), e) / sine;
    const s = turn(minus(o.a, a), d) / sine;
    const slack = 0.05 / Math.max(1e-9, size(e));
    if (t > 0 && t < 1 && s >= -slack && s <= 1 + slack) shares.push(t);
  }
  return shares.sort((x, y) => x - y);
}

/** A conic through five points, as the coefficients of x², xy, y², x, y, 1 (linear algebra by elimination). */
export function conicThrough(five: readonly Pt[]): readonly number[] | null {
  const cx = five.reduce((s, p) => s + p.x, 0) / five.length;
  const cy = five.reduce((s, p) => s + p.y, 0) / five.length;
  const scale = Math.max(1e-9, ...five.map((p) => Math.hypot(p.x - cx, p.y - cy)));
  const rows = five.map((p) => {
    const [x, y] = [(p.x - cx) / scale, (p.y - cy) / scale];
    return [x * x, x * y, y * y, x, y, 1];
  });
  // Reduced row echelon form with full pivoting over the six columns; the free column is set to one.
  const columns = [0, 1, 2, 3, 4, 5];
  for (let r = 0; r < 5; r++) {
    let [br, bc, best] = [r, r, 0];
    for (let i = r; i < 5; i++)
      for (let j = r; j < 6; j++) {
        const v = Math.abs(rows[i]?.[columns[j] ?? 0] ?? 0);
        if (v > best) [br, bc, best] = [i, j, v];
      }
    if (best < 1e-9) return null;
    [rows[r], rows[br]] = [rows[br] ?? [], rows[r] ?? []];
    [columns[r], columns[bc]] = [columns[bc] ?? 0, columns[r] ?? 0];
    const pivotRow = rows[r] ?? [];
    const pivot = pivotRow[columns[r] ?? 0] ?? 1;
    for (let j = 0; j < 6; j++) pivotRow[j] = (pivotRow[j] ?? 0) / pivot;
    for (let i = 0; i < 5; i++) {
      const row = rows[i];
      if (i === r || !row) continue;
      const f = row[columns[r] ?? 0] ?? 0;
      for (let j = 0; j < 6; j++) row[j] = (row[j] ?? 0) - f * (pivotRow[j] ?? 0);
    }
  }
  const q: number[] = [0, 0, 0, 0, 0, 0];
  const free = columns[5] ?? 5;
  q[free] = 1;
  for (let r = 0; r < 5; r++) q[columns[r] ?? 0] = -(rows[r]?.[free] ?? 0);
  return [...q, cx, cy, scale];
}

/** How far a point lies off a conic, to first order, in mm. */
export function offConic(conic: readonly number[], p: Pt): number {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, cx = 0, cy = 0, scale = 1] = conic;
  const [x, y] = [(p.x - cx) / scale, (p.y - cy) / scale];
  const value = a * x * x + b * x * y + c * y * y + d * x + e * y + f;
  const slope = Math.hypot(2 * a * x + b * y + d, b * x + 2 * c * y + e);
  return slope < 1e-12 ? 0 : (Math.abs(value) / slope) * scale;
}
