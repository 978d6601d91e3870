import type { Move } from "../../drawing/drafter/index.ts";
import type { Place } from "./places.ts";
import type { Act, Told } from "./told.ts";

/** As many of a row as are told by hand before the rest is "more like it": less than this is told as it is. */
const LEAST = 1;

/**
 * What is done again and again by eye, told once: the first is told with its measures, then how many more and how they
 * change. Acts of one run keep all their data for whoever draws them; only the words say less. A run with a line that has to
 * be told otherwise, or whose gaps do not shrink, is told act by act.
 */
export function inRepeats(told: readonly Told<Place>[], moves: readonly Move[]): Told<Place>[] {
  const whole = told.reduce<Told<Place>[]>(
    (out, next) => [...out.slice(0, -1), ...withItsLine(out.at(-1), next)],
    [],
  );
  const out: Told<Place>[] = [];
  for (let i = 0; i < whole.length; ) {
    const what = byEyeOf(whole[i], moves);
    let end = i;
    while (what !== null && byEyeOf(whole[end], moves) === what) end++;
    const run = whole.slice(i, end);
    const repeat =
      what === null ? null : repeatOf(what, run, whole[i - 1] === undefined ? [] : whole.slice(0, i));
    if (repeat) {
      out.push({ act: repeat, moves: run.flatMap((t) => t.moves) });
      i = end;
    } else {
      const next = whole[i];
      if (next) out.push(next);
      i++;
    }
  }
  return out;
}

/** A dash is drawn with its middle line: that needs no going over of its own. */
function withItsLine(line: Told<Place> | undefined, next: Told<Place>): Told<Place>[] {
  if (!line) return [next];
  const [over] = line.act.do === "go-over" && line.act.lines.length === 1 ? line.act.lines : [];
  const [piece] = next.act.do === "fill" && next.act.pieces.length === 1 ? next.act.pieces : [];
  const same =
    over?.k === "ends" &&
    piece?.outer.k === "dash" &&
    JSON.stringify([over.a, over.b]) === JSON.stringify([piece.outer.a, piece.outer.b]);
  return same ? [{ ...next, moves: [...line.moves, ...next.moves] }] : [line, next];
}

function byEyeOf(told: Told<Place> | undefined, moves: readonly Move[]): "line" | "dash" | null {
  const all = told && told.moves.length > 0 ? told.moves.map((m) => moves[m]?.byEye ?? null) : [];
  const [what] = all;
  return what && all.every((w) => w === what) ? what : null;
}

function repeatOf(
  what: "line" | "dash",
  run: readonly Told<Place>[],
  before: readonly Told<Place>[],
): Extract<Act<Place>, { do: "repeat" }> | null {
  const acts = run.map((t) => t.act);
  const count = acts.filter((a) => (what === "dash" ? a.do === "fill" : a.do === "rule")).length;
  const marks = [...before.map((t) => t.act), ...acts].flatMap(marksOf);
  const own = acts.flatMap(marksOf);
  const gaps = marks.map((mm, i) => mm - (marks[i - 1] ?? 0)).slice(-own.length - 1);
  const shrinks = gaps.every((g, i) => g > 0 && (i < 2 || g < (gaps[i - (what === "dash" ? 2 : 1)] ?? g)));
  const known = acts.every((a) => a.do === "mark" || a.do === "rule" || a.do === "fill");
  if (count < LEAST || !known || !shrinks || own.length !== (what === "dash" ? 2 * count : count))
    return null;
  const [length = 0, gap = 0] = what === "dash" ? [gaps[0], gaps[1]] : [];
  const isHalf = what === "dash" && Math.abs(gap / length - 0.5) < NEARLY;
  return { do: "repeat", what, count, acts, ...(isHalf ? { gap: "half" as const } : {}) };
}

/** A child's eye takes for half what is so near to it. */
const NEARLY = 0.08;

/** How far along their line the marks of an act lie. */
function marksOf(act: Act<Place>): number[] {
  return act.do === "mark"
    ? act.at.flatMap(({ where }) => (where.k === "along" ? [where.reading.exactMm] : []))
    : [];
}
