/** Pairs of indices of the same word in two runs of words, rising in both. */
export type Matches = readonly (readonly [old: number, next: number])[];

/** Runs between two sure places are compared word by word up to so many pairs; longer ones by their rare words only. */
const MOST_PAIRS = 250_000;

/**
 * Which words of one narration are which of another: first the runs of words that occur once in both, in the longest rising
 * sequence (patience diff, B. Cohen; C. Schensted, 1961, from memory), then between them the longest common run by dynamic
 * programming (Wagner & Fischer, 1974, from memory).
 */
export function alignWords(old: readonly string[], next: readonly string[]): Matches {
  const matches: [number, number][] = [];
  between(old, next, 0, old.length, 0, next.length, 4, matches);
  return matches;
}

function between(
  old: readonly string[],
  next: readonly string[],
  a0: number,
  a1: number,
  b0: number,
  b1: number,
  gram: number,
  out: [number, number][],
): void {
  let [from, fromB, to, toB] = [a0, b0, a1, b1];
  while (from < to && fromB < toB && old[from] === next[fromB]) out.push([from++, fromB++]);
  const tail: [number, number][] = [];
  while (to > from && toB > fromB && old[to - 1] === next[toB - 1]) tail.push([--to, --toB]);
  if (from < to && fromB < toB) {
    const pairs = (to - from) * (toB - fromB);
    const anchors = pairs > 600 && gram > 0 ? uniqueRuns(old, next, from, to, fromB, toB, gram) : [];
    if (anchors.length > 0) {
      let [a, b] = [from, fromB];
      for (const [i, j] of anchors) {
        if (i < a || j < b) continue;
        between(old, next, a, i, b, j, gram, out);
        let k = 0;
        while (k < gram && i + k < to && j + k < toB && old[i + k] === next[j + k])
          out.push([i + k, j + k++]);
        [a, b] = [i + k, j + k];
      }
      between(old, next, a, to, b, toB, gram, out);
    } else if (pairs > 600 && gram > 1) between(old, next, from, to, fromB, toB, gram - 1, out);
    else if (pairs <= MOST_PAIRS) longestCommon(old, next, from, to, fromB, toB, out);
  }
  out.push(...tail.reverse());
}

/** Places where the same run of `gram` words stands once in either stretch, in the longest rising sequence. */
function uniqueRuns(
  old: readonly string[],
  next: readonly string[],
  a0: number,
  a1: number,
  b0: number,
  b1: number,
  gram: number,
): [number, number][] {
  const places = (words: readonly string[], from: number, to: number) => {
    const found = new Map<string, number>();
    for (let i = from; i + gram <= to; i++) {
      let key = words[i] ?? "";
      for (let k = 1; k < gram; k++) key += ` ${words[i + k]}`;
      found.set(key, found.has(key) ? -1 : i);
    }
    return found;
  };
  const inNext = places(next, b0, b1);
  const pairs: [number, number][] = [];
  for (const [key, i] of places(old, a0, a1)) {
    const j = i < 0 ? undefined : inNext.get(key);
    if (j !== undefined && j >= 0) pairs.push([i, j]);
  }
  pairs.sort((x, y) => x[0] - y[0]);
  // Longest rising run of the second numbers.
  const ends: number[] = [];
  const before = new Array<number>(pairs.length).fill(-1);
  for (const [k, pair] of pairs.entries()) {
    let [low, high] = [0, ends.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((pairs[ends[middle] ?? 0]?.[1] ?? 0) < pair[1]) low = middle + 1;
      else high = middle;
    }
    before[k] = ends[low - 1] ?? -1;
    ends[low] = k;
  }
  const chain: [number, number][] = [];
  for (let k = ends[ends.length - 1] ?? -1; k >= 0; k = before[k] ?? -1) {
    const pair = pairs[k];
    if (pair) chain.unshift(pair);
  }
  return chain;
}

function longestCommon(
  old: readonly string[],
  next: readonly string[],
  a0: number,
  a1: number,
  b0: number,
  b1: number,
  out: [number, number][],
): void {
  const width = b1 - b0 + 1;
  const table = new Uint16Array((a1 - a0 + 1) * width);
  for (let i = a1 - 1; i >= a0; i--)
    for (let j = b1 - 1; j >= b0; j--) {
      const at = (i - a0) * width + (j - b0);
      table[at] =
        old[i] === next[j]
          ? (table[at + width + 1] ?? 0) + 1
          : Math.max(table[at + width] ?? 0, table[at + 1] ?? 0);
    }
  let [i, j] = [a0, b0];
  while (i < a1 && j < b1) {
    const at = (i - a0) * width + (j - b0);
    if (old[i] === next[j]) out.push([i++, j++]);
    else if ((table[at + width] ?? 0) >= (table[at + 1] ?? 0)) i++;
    else j++;
  }
}
