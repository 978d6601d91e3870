/** Shares of the way a class can judge by eye, with what a teacher calls them. */
const SPOKEN: readonly (readonly [number, string])[] = [
  [1 / 10, "a tenth"],
  [1 / 8, "an eighth"],
  [1 / 6, "a sixth"],
  [1 / 5, "a fifth"],
  [1 / 4, "a quarter"],
  [1 / 3, "a third"],
  [2 / 5, "two fifths"],
  [1 / 2, "half"],
  [3 / 5, "three fifths"],
  [2 / 3, "two thirds"],
  [3 / 4, "three quarters"],
  [4 / 5, "four fifths"],
  [9 / 10, "nine tenths"],
];
/** A spoken share this close counts as exact; further off it is "about". */
const EXACT = 0.004;

/** "a third", or "about a third": the nearest share a class can judge by eye. */
export function sayShare(fraction: number): string {
  let best = SPOKEN[0] ?? [0, ""];
  for (const entry of SPOKEN) if (Math.abs(entry[0] - fraction) < Math.abs(best[0] - fraction)) best = entry;
  return Math.abs(best[0] - fraction) < EXACT ? best[1] : `about ${best[1]}`;
}
