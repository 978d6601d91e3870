/** A closed stretch [from, to] of a line's own parameter. */
export interface Interval {
  readonly from: number;
  readonly to: number;
}

/** The union of intervals as disjoint ones in rising order; empty and reversed ones are dropped. */
export function unite(intervals: readonly Interval[]): Interval[] {
  const sorted = intervals.filter((i) => i.to > i.from).sort((a, b) => a.from - b.from);
  const united: Interval[] = [];
  for (const next of sorted) {
    const last = united[united.length - 1];
    if (last && next.from <= last.to) {
      united[united.length - 1] = { from: last.from, to: Math.max(last.to, next.to) };
    } else united.push(next);
  }
  return united;
}

/** What is left of `whole` outside the given intervals, in rising order. */
export function subtract(whole: Interval, taken: readonly Interval[]): Interval[] {
  if (taken.length === 0) return whole.to > whole.from ? [whole] : [];
  const left: Interval[] = [];
  let from = whole.from;
  for (const t of unite(taken)) {
    if (t.to <= whole.from || t.from >= whole.to) continue;
    if (t.from > from) left.push({ from, to: t.from });
    from = Math.max(from, t.to);
  }
  if (from < whole.to) left.push({ from, to: whole.to });
  return left;
}

/** The overlap of two intervals, or null when they share no length. */
export function overlap(a: Interval, b: Interval): Interval | null {
  const from = Math.max(a.from, b.from);
  const to = Math.min(a.to, b.to);
  return to > from ? { from, to } : null;
}

/** Whether two intervals share any length. */
export function overlaps(a: Interval, b: Interval): boolean {
  return Math.min(a.to, b.to) > Math.max(a.from, b.from);
}

/** Sorts a few numbers where they stand: the built-in sort copies even two of them, and this is asked for every stroke. */
export function sortRising(numbers: number[]): void {
  for (let i = 1; i < numbers.length; i++) {
    const next = numbers[i] ?? 0;
    let k = i;
    for (; k > 0 && (numbers[k - 1] ?? 0) > next; k--) numbers[k] = numbers[k - 1] ?? 0;
    numbers[k] = next;
  }
}
