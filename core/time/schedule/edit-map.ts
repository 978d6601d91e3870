import type { Edit } from "./edits.ts";

/** A stretch of the recording that is played, [sourceFrom, sourceTo) at one speed from `lessonFrom` on. Real numbers, ms. */
export interface Played {
  readonly sourceFrom: number;
  readonly sourceTo: number;
  readonly lessonFrom: number;
  /** Source ms that pass in one ms of the lesson. */
  readonly factor: number;
}

/** A stop of the picture at one instant of the recording, [lessonFrom, lessonFrom + ms). */
export interface Held {
  readonly sourceAt: number;
  readonly lessonFrom: number;
  readonly ms: number;
}

/** Joins the recording's clock and the lesson's: monotone, piecewise linear, a hold a jump in lesson time. */
export interface EditMap {
  readonly played: readonly Played[];
  readonly holds: readonly Held[];
  readonly sourceMs: number;
  readonly lessonMs: number;
}

interface MapPiece {
  readonly from: number;
  readonly to: number;
}

/**
 * The map of a recording's edits. Where they meet, a cut beats a hold and a hold beats a speed; of overlapping speeds the
 * later in the list goes. What lies beyond the recording is left out. Holds at one instant add up.
 */
export function editMap(edits: readonly Edit[], sourceMs: number): EditMap {
  const cuts = united(
    edits.flatMap((e) => (e.kind === "cut" ? [{ from: e.fromMs, to: Math.min(e.toMs, sourceMs) }] : [])),
  );
  const isCut = (ms: number) => cuts.some((c) => c.from <= ms && ms < c.to);
  const holdsAt = new Map<number, number>();
  for (const e of edits)
    if (e.kind === "hold" && e.atMs <= sourceMs && !isCut(e.atMs))
      holdsAt.set(e.atMs, (holdsAt.get(e.atMs) ?? 0) + e.ms);
  const speeds = edits.flatMap((e) => (e.kind === "speed" ? [e] : []));
  const borders = [
    0,
    sourceMs,
    ...cuts.flatMap((c) => [c.from, c.to]),
    ...speeds.flatMap((s) => [s.fromMs, s.toMs]),
    ...holdsAt.keys(),
  ].filter((ms) => ms >= 0 && ms <= sourceMs);
  const marks = [...new Set(borders)].sort((a, b) => a - b);

  const played: Played[] = [];
  const holds: Held[] = [];
  let lesson = 0;
  for (const [i, from] of marks.entries()) {
    const ms = holdsAt.get(from);
    if (ms !== undefined) {
      holds.push({ sourceAt: from, lessonFrom: lesson, ms });
      lesson += ms;
    }
    const to = marks[i + 1];
    if (to === undefined || isCut(from)) continue;
    const factor = speeds.findLast((s) => s.fromMs <= from && from < s.toMs)?.factor ?? 1;
    played.push({ sourceFrom: from, sourceTo: to, lessonFrom: lesson, factor });
    lesson += (to - from) / factor;
  }
  return { played, holds, sourceMs, lessonMs: lesson };
}

function united(stretches: readonly MapPiece[]): MapPiece[] {
  const result: { from: number; to: number }[] = [];
  for (const s of [...stretches].sort((a, b) => a.from - b.from)) {
    if (s.to <= s.from) continue;
    const last = result[result.length - 1];
    if (last && s.from <= last.to) last.to = Math.max(last.to, s.to);
    else result.push({ ...s });
  }
  return result;
}

/** The stops of the picture in a stretch of the lesson, [startMs, endMs). */
export function holdsIn(
  { holds }: EditMap,
  { startMs, endMs }: { readonly startMs: number; readonly endMs: number },
): readonly Held[] {
  return holds.filter((h) => h.lessonFrom >= startMs && h.lessonFrom < endMs);
}

/** How long the picture stands still in a stretch of the lesson, ms. */
export function heldIn(map: EditMap, stretch: { readonly startMs: number; readonly endMs: number }): number {
  return holdsIn(map, stretch).reduce((sum, h) => sum + h.ms, 0);
}

/** What of the recording is seen at a moment of the lesson, in ms: always one instant. */
export function lessonToSource(map: EditMap, lessonMs: number): number {
  const held = map.holds.find((h) => h.lessonFrom <= lessonMs && lessonMs < h.lessonFrom + h.ms);
  if (held) return held.sourceAt;
  const piece = map.played.findLast((p) => p.lessonFrom <= lessonMs);
  if (!piece) return map.played[0]?.sourceFrom ?? map.holds[0]?.sourceAt ?? 0;
  return Math.min(piece.sourceTo, piece.sourceFrom + (lessonMs - piece.lessonFrom) * piece.factor);
}

/** When an instant of the recording is seen in the lesson: null in a cut, a stretch at a hold, else both ends the same. */
export function sourceToLesson(map: EditMap, sourceMs: number): { fromMs: number; toMs: number } | null {
  const held = map.holds.find((h) => h.sourceAt === sourceMs);
  const piece = map.played.find((p) => p.sourceFrom <= sourceMs && sourceMs < p.sourceTo);
  const at = piece ? piece.lessonFrom + (sourceMs - piece.sourceFrom) / piece.factor : null;
  if (held) return { fromMs: held.lessonFrom, toMs: held.lessonFrom + held.ms };
  if (at !== null) return { fromMs: at, toMs: at };
  // The very end of the recording is the end of the lesson, unless it is cut.
  const last = map.played[map.played.length - 1];
  return sourceMs === map.sourceMs && last?.sourceTo === sourceMs
    ? { fromMs: map.lessonMs, toMs: map.lessonMs }
    : null;
}

/** When an instant is seen in the lesson; one inside a cut where the cut is jumped. */
export function nearestLesson(map: EditMap, sourceMs: number): number {
  const seen = sourceToLesson(map, sourceMs);
  if (seen) return seen.fromMs;
  const next = map.played.find((p) => p.sourceFrom >= sourceMs);
  return next ? next.lessonFrom : map.lessonMs;
}

/** The speed at which the recording plays at a moment of the lesson; 0 while it is held. */
export function speedAt(map: EditMap, lessonMs: number): number {
  if (map.holds.some((h) => h.lessonFrom <= lessonMs && lessonMs < h.lessonFrom + h.ms)) return 0;
  return map.played.findLast((p) => p.lessonFrom <= lessonMs)?.factor ?? 1;
}
