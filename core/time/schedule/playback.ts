import type { EditMap, Held, Played } from "./edit-map.ts";

/** A stretch of the lesson as it is played: of the recording at one speed, or a stop of its picture. [fromMs, toMs). */
type Segment =
  | { readonly kind: "played"; readonly fromMs: number; readonly toMs: number; readonly played: Played }
  | { readonly kind: "hold"; readonly fromMs: number; readonly toMs: number; readonly hold: Held };

/** What is played: the segments of a lesson in order, without gaps. */
export interface Timeline {
  readonly segments: readonly Segment[];
  readonly totalMs: number;
  /** Whether a recording shows what moment it is; without one the page's own clock counts. */
  readonly recorded: boolean;
}

/** Where a lesson stands while it is played. Plain data: the same events lead to the same place. */
export interface Playback {
  readonly running: boolean;
  /** The moment of the lesson that is shown, ms: the one asked for, until the recording has gone on from there. */
  readonly lessonMs: number;
  /** Index of the segment it stands in. */
  readonly segment: number;
  /** How fast the lesson runs: 1 is real time. */
  readonly rate: number;
}

export type PlaybackEvent =
  | { readonly kind: "play" }
  | { readonly kind: "pause" }
  | { readonly kind: "seek"; readonly lessonMs: number }
  | { readonly kind: "rate"; readonly rate: number }
  /** The recording shows this instant of itself. */
  | { readonly kind: "frame"; readonly sourceMs: number }
  /** So much real time has passed. */
  | { readonly kind: "passed"; readonly ms: number };

/** What the player of the recording is to do now; what is left out stays as it is. */
export interface Orders {
  readonly run?: boolean;
  readonly seekToMs?: number;
  /** Source ms in a real ms. */
  readonly speed?: number;
}

export interface PlaybackStep {
  readonly playback: Playback;
  readonly orders: Orders;
}

/** No player shows more than so many times its pace (common practice of browsers, no published source). */
const FASTEST = 16;
/** Two places of a recording nearer than this are one: far below a frame. */
const SAME_MS = 0.5;

export const AT_THE_START: Playback = { running: false, lessonMs: 0, segment: 0, rate: 1 };

/** The timeline of a recording with its edits. */
export function timelineOf(map: EditMap): Timeline {
  const segments: Segment[] = [
    ...map.played.map((played): Segment => {
      const ms = (played.sourceTo - played.sourceFrom) / played.factor;
      return { kind: "played", fromMs: played.lessonFrom, toMs: played.lessonFrom + ms, played };
    }),
    ...map.holds.map((hold): Segment => {
      return { kind: "hold", fromMs: hold.lessonFrom, toMs: hold.lessonFrom + hold.ms, hold };
    }),
  ];
  return {
    segments: segments.sort((a, b) => a.fromMs - b.fromMs || a.toMs - b.toMs),
    totalMs: map.lessonMs,
    recorded: true,
  };
}

/** The timeline of a lesson that has no recording: it runs from 0 to its end. */
export function timelineWithoutTake(totalMs: number): Timeline {
  const played = { sourceFrom: 0, sourceTo: totalMs, lessonFrom: 0, factor: 1 };
  return {
    segments: totalMs > 0 ? [{ kind: "played", fromMs: 0, toMs: totalMs, played }] : [],
    totalMs,
    recorded: false,
  };
}

/** The instant of the recording that stands for where the playback is. */
export function sourceMsOf({ lessonMs, segment }: Playback, { segments }: Timeline): number {
  const at = segments[segment];
  if (!at) return 0;
  if (at.kind === "hold") return at.hold.sourceAt;
  const { sourceFrom, sourceTo, factor } = at.played;
  return Math.min(sourceTo, sourceFrom + (lessonMs - at.fromMs) * factor);
}

/** What an event makes of a playback, and what the player of the recording has to do for it. */
export function playOn(playback: Playback, event: PlaybackEvent, timeline: Timeline): PlaybackStep {
  switch (event.kind) {
    case "play": {
      const begun =
        playback.lessonMs >= timeline.totalMs ? { ...playback, ...placeAt(0, timeline) } : playback;
      return standing({ ...begun, running: timeline.totalMs > 0 }, timeline, begun !== playback);
    }
    case "pause":
      return { playback: { ...playback, running: false }, orders: { run: false } };
    case "seek":
      return standing({ ...playback, ...placeAt(event.lessonMs, timeline) }, timeline, true);
    case "rate":
      return standing({ ...playback, rate: event.rate }, timeline, false);
    case "frame":
      return seen(playback, event.sourceMs, timeline);
    case "passed":
      return passed(playback, event.ms, timeline);
  }
}

/** Another timeline under the same recording, as after an edit: what is seen of the recording stays. */
export function carriedOver(playback: Playback, from: Timeline, to: Timeline): PlaybackStep {
  const source = sourceMsOf(playback, from);
  const same = to.segments.find(
    (s) => s.kind === "played" && s.played.sourceFrom <= source && source < s.played.sourceTo,
  );
  const inHold = from.segments[playback.segment]?.kind === "hold";
  const lessonMs =
    same?.kind === "played" && !inHold && from.recorded === to.recorded
      ? same.fromMs + (source - same.played.sourceFrom) / same.played.factor
      : playback.lessonMs;
  return standing({ ...playback, ...placeAt(lessonMs, to) }, to, true);
}

function placeAt(lessonMs: number, { segments, totalMs }: Timeline): Pick<Playback, "lessonMs" | "segment"> {
  const at = Math.min(totalMs, Math.max(0, lessonMs));
  // Where two meet the later one has begun: a step that starts after a wait is shown itself, not the end of the wait.
  const segment = Math.max(
    0,
    segments.findLastIndex((s) => s.fromMs <= at),
  );
  return { lessonMs: at, segment };
}

/** A playback as it stands, with the orders that bring the recording there. */
function standing(playback: Playback, timeline: Timeline, moved: boolean): PlaybackStep {
  const at = timeline.segments[playback.segment];
  const ended = playback.lessonMs >= timeline.totalMs;
  const running = playback.running && !ended;
  const runs = running && at?.kind === "played";
  return {
    playback: { ...playback, running },
    orders: {
      run: runs,
      ...(at?.kind === "played" ? { speed: Math.min(FASTEST, at.played.factor * playback.rate) } : {}),
      ...(moved ? { seekToMs: sourceMsOf(playback, timeline) } : {}),
    },
  };
}

const nothing = (playback: Playback): PlaybackStep => ({ playback, orders: {} });

/** The recording has come to an instant of itself. */
function seen(playback: Playback, sourceMs: number, timeline: Timeline): PlaybackStep {
  const at = timeline.segments[playback.segment];
  // While it stands, the moment asked for holds: the frame that shows it may begin a little before.
  if (!playback.running || at?.kind !== "played" || !timeline.recorded) return nothing(playback);
  const { sourceFrom, sourceTo, factor } = at.played;
  if (sourceMs >= sourceTo - SAME_MS) return into(playback, playback.segment + 1, sourceMs, timeline);
  // A frame from before a seek still under way says nothing about now.
  const lessonMs = Math.max(playback.lessonMs, at.fromMs + (sourceMs - sourceFrom) / factor);
  return nothing({ ...playback, lessonMs: Math.min(at.toMs, lessonMs) });
}

/** Real time has passed: it counts where no frames come. */
function passed(playback: Playback, ms: number, timeline: Timeline): PlaybackStep {
  const at = timeline.segments[playback.segment];
  if (!playback.running || !at || (at.kind === "played" && timeline.recorded)) return nothing(playback);
  const lessonMs = playback.lessonMs + ms * playback.rate;
  if (lessonMs < at.toMs) return nothing({ ...playback, lessonMs });
  const source = at.kind === "hold" ? at.hold.sourceAt : at.played.sourceTo;
  return into({ ...playback, lessonMs: at.toMs }, playback.segment + 1, source, timeline);
}

/** Goes into a segment from an instant of the recording: it is only sought where it does not run there by itself. */
function into(playback: Playback, segment: number, sourceMs: number, timeline: Timeline): PlaybackStep {
  const next = timeline.segments[segment];
  if (!next)
    return {
      playback: { ...playback, running: false, lessonMs: timeline.totalMs },
      orders: { run: false },
    };
  const begun = { ...playback, segment, lessonMs: next.fromMs };
  const starts = next.kind === "hold" ? next.hold.sourceAt : next.played.sourceFrom;
  const cut = next.kind === "played" && starts - sourceMs > SAME_MS;
  const now = standing(begun, timeline, cut);
  if (next.kind === "hold" || cut || !timeline.recorded || !now.playback.running) return now;
  // A frame may have come a little late: what of the segment is over already is over.
  const late = seen(now.playback, sourceMs, timeline);
  return { playback: late.playback, orders: { ...now.orders, ...late.orders } };
}
