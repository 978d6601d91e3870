import type { Word } from "../narration/index.ts";
import type { EditMap } from "./edit-map.ts";
import { lessonToSource } from "./edit-map.ts";
import type { Schedule } from "./schedule-steps.ts";

/** How fast it goes around a moment of the recording. */
export interface PacePoint {
  readonly sourceMs: number;
  readonly wordsPerMinute: number;
  readonly linesPerMinute: number;
}

/** Words and lines a minute along the recording, each over a stretch of `stretchMs` around the moment. */
export function paceCurve(
  words: readonly Word[],
  schedule: Schedule,
  map: EditMap,
  stretchMs = 20_000,
): PacePoint[] {
  const lines = schedule.moves
    .filter((m) => m.drawToMs > m.drawFromMs)
    .map((m) => lessonToSource(map, m.drawFromMs))
    .sort((a, b) => a - b);
  const spoken = words.map((w) => w.startMs).sort((a, b) => a - b);
  const points: PacePoint[] = [];
  const step = Math.max(1000, Math.round(map.sourceMs / 240));
  for (let at = 0; at <= map.sourceMs; at += step) {
    const [from, to] = [Math.max(0, at - stretchMs / 2), Math.min(map.sourceMs, at + stretchMs / 2)];
    const minutes = Math.max(1, to - from) / 60_000;
    points.push({
      sourceMs: at,
      wordsPerMinute: countIn(spoken, from, to) / minutes,
      linesPerMinute: countIn(lines, from, to) / minutes,
    });
  }
  return points;
}

/** How many of rising numbers lie in [from, to). */
function countIn(sorted: readonly number[], from: number, to: number): number {
  return firstAtLeast(sorted, to) - firstAtLeast(sorted, from);
}

function firstAtLeast(sorted: readonly number[], value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] ?? 0) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
