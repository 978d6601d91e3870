import type { Move } from "../../drawing/drafter/index.ts";
import type { PaperStroke } from "../../drawing/paper/index.ts";
import { type Interval, type PaperPoint, pointOn } from "../../ground/geometry/index.ts";
import { readingOf } from "./measures.ts";
import type { Place } from "./places.ts";
import { lineRef, type OnSheet } from "./tell-line.ts";
import type { End, LineRef, Ruled } from "./told.ts";

/** A gap shorter than this is no gap to a pencil. */
const GAP_MM = 0.3;
/** A line ends where another passes at less than this. */
const PASSES_MM = 0.05;

/** The stretches of a stroke's edge that its own thing leaves in sight, as shares; null when all of it is. */
export function seenStretches(stroke: PaperStroke, cut: number): Interval[] | null {
  if (stroke.behindOwn.length === 0) return null;
  const long = Math.hypot(stroke.to.xMm - stroke.from.xMm, stroke.to.yMm - stroke.from.yMm);
  const least = long > 0 ? GAP_MM / long : 1;
  const gaps = stroke.behindOwn.filter((g) => g.from < cut && g.to - g.from > least);
  if (gaps.length === 0) return null;
  const seen: Interval[] = [];
  let from = 0;
  for (const gap of [...gaps].sort((a, b) => a.from - b.from)) {
    if (gap.from - from > least) seen.push({ from, to: gap.from });
    from = Math.max(from, gap.to);
  }
  if (cut - from > least) seen.push({ from, to: cut });
  return seen;
}

/** A line of the same thing, drawn before, that passes a point of a stroke. */
export function stoppingLine(
  on: OnSheet,
  moves: readonly Move[],
  stroke: PaperStroke,
  at: PaperPoint,
  before: number,
): LineRef<Place> | null {
  const own = moves[stroke.moveIndex]?.lines[0];
  const course = own && on.line(own.id);
  for (let m = before - 1; m >= 0; m--) {
    const move = moves[m];
    if (!move || move.objectId !== stroke.objectId || !move.ends) continue;
    const line = move.lines[0];
    const [a, b] = move.ends.map((id) => on.places.at(id));
    const h = line && on.line(line.id);
    if (!a || !b || !line || !h || line.id === own?.id) continue;
    if (distanceTo(at, a, b) > PASSES_MM) continue;
    if (
      course &&
      Math.abs(course[0] * h[1] - course[1] * h[0]) <
        1e-3 * Math.hypot(course[0], course[1]) * Math.hypot(h[0], h[1])
    )
      continue;
    const ref = lineRef(on, line.id);
    if (ref) return ref;
  }
  return null;
}

function distanceTo(p: PaperPoint, a: PaperPoint, b: PaperPoint): number {
  const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
  const size2 = dx * dx + dy * dy;
  const t = size2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.xMm - a.xMm) * dx + (p.yMm - a.yMm) * dy) / size2));
  return Math.hypot(a.xMm + dx * t - p.xMm, a.yMm + dy * t - p.yMm);
}

/**
 * A line whose own thing hides part of it, as the stretches that are drawn: each begins or ends at the line of the thing that
 * stands in the way, or after a length where only a curve does.
 */
export function inStretches(
  on: OnSheet,
  moves: readonly Move[],
  moveIndex: number,
  ruled: Ruled<Place>,
  stroke: PaperStroke,
  seen: readonly Interval[],
  cut: number,
): Ruled<Place>[] {
  const start = ruled.from.k === "point" ? on.places.at(ruled.from.id) : null;
  const edge = (share: number): End<Place> => {
    const at = pointOn(stroke.trace, share);
    const line = stoppingLine(on, moves, stroke, at, moveIndex);
    if (line) return { k: "on", line };
    const from = start ?? stroke.from;
    return {
      k: "length",
      reading: readingOf(Math.hypot(at.xMm - from.xMm, at.yMm - from.yMm), on.view.sheet),
    };
  };
  return seen.map((stretch, i) => {
    const { begin, givesBegin, end, gives, finds, ...laid } = ruled;
    const fromStart = stretch.from <= 0;
    const toEnd = stretch.to >= cut;
    const begins = fromStart ? begin : edge(stretch.from);
    return {
      ...laid,
      ...(begins ? { begin: begins } : {}),
      ...(fromStart && givesBegin ? { givesBegin } : {}),
      end: toEnd ? end : edge(stretch.to),
      ...(toEnd && gives ? { gives } : {}),
      ...(i === 0 && finds ? { finds } : {}),
    };
  });
}
