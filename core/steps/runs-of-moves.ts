import type { Move } from "../drafter/index.ts";
import type { View } from "../view/index.ts";
import { aimName, flatWay } from "./call-aim.ts";
import type { WordContext } from "./word-context.ts";

/** Moves that make one sentence. */
export interface Run {
  readonly sort: string;
  /** The sort without the names in it: runs of one family differ only in what they are done to. */
  readonly family: string;
  readonly moves: readonly Move[];
}

/** The moves of a step, one run for each sentence. */
export function runsOf({ moves, view }: WordContext): Run[] {
  const runs: { sort: string; family: string; moves: Move[] }[] = [];
  for (const move of moves) {
    const sort = sortOf(move, view);
    const last = runs[runs.length - 1];
    if (last?.sort === sort) last.moves.push(move);
    else runs.push({ sort, family: sort.replace(/ \S*\/.*$/, ""), moves: [move] });
  }
  return runs;
}

/** Moves alike enough to share a sentence. */
function sortOf(move: Move, view: View): string {
  const point = move.points[0];
  const line = move.lines[0];
  if (move.hand === "mark" && point) {
    const { rule } = point;
    switch (rule.kind) {
      case "from-edges":
        return Math.abs(rule.down.mm) < 0.05 ? "mark-on-edge" : `mark-from-edges ${move.id}`;
      case "measured":
        return `measured ${rule.from} ${rule.toward}`;
      default:
        return rule.kind;
    }
  }
  if (line && move.hand === "rule") {
    const { rule } = line;
    if (rule.kind === "toward")
      return `toward ${aimName(rule.aim, view) ?? flatWay(rule.aim)} ${move.stroke && isLight(move) ? "light" : "firm"}`;
    return rule.kind;
  }
  return move.hand;
}

/** Whether a line is drawn so lightly that it can be rubbed out. */
export function isLight(move: Move): boolean {
  const { stroke } = move;
  return (
    (stroke?.plane === "space" && (stroke.light === true || stroke.tailTo !== null)) ||
    stroke?.role === "construction"
  );
}

/** A pattern of up to this many sentences is heard as one. */
const LONGEST_PATTERN = 4;

/** How the runs from `i` on repeat: the shortest pattern that comes at least three times, or one run alone. */
export function repeatAt(runs: readonly Run[], i: number): { period: number; times: number } {
  for (let period = 1; period <= LONGEST_PATTERN; period++) {
    let times = 1;
    const same = (k: number) =>
      runs.slice(i, i + period).every((r, n) => r.family === runs[i + k * period + n]?.family);
    while (same(times)) times++;
    if (times >= 3 || (times === 2 && period >= 2)) return { period, times };
  }
  return { period: 1, times: 1 };
}
