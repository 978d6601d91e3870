import { findCurrentTake } from "../../document/lesson/index.ts";
import type { ComputedLesson } from "../../document/pipeline/index.ts";
import { type Finding, formatClock } from "../../ground/base/index.ts";
import { type FilmPicture, fitRecording, fitSheet, type OverlayClock } from "../../showing/overlay/index.ts";
import { FRAME_RATES, type FrameRate } from "../../time/narration/index.ts";

/** What can be taken out of a lesson as moving or still pictures. */
const FILM_KINDS = ["video", "overlay-webm", "overlay-mov", "overlay-png", "overlay-svg", "stills"] as const;
export type FilmKind = (typeof FILM_KINDS)[number];

/** Sizes of a film; by lines the width follows the recording's shape. */
export const FILM_SIZES = ["recording", "720", "1080", "2160", "square", "upright"] as const;
export type FilmSize = (typeof FILM_SIZES)[number];

/** Pictures a second, as an exact fraction: so many in so many seconds. */
export interface FilmRate {
  readonly frames: number;
  readonly per: number;
}

/** What a teacher asks for. */
export interface FilmWish {
  readonly kind: FilmKind;
  readonly clock: OverlayClock;
  readonly size: FilmSize;
  readonly rate: "recording" | FrameRate;
}

/** What is known of the recording's file. */
export interface RecordingFacts {
  readonly framesPerSecond: number;
}

/** A film ready to be made: its picture, its rate and how many pictures it has. */
export interface FilmPlan {
  readonly wish: FilmWish;
  readonly picture: FilmPicture;
  readonly rate: FilmRate;
  readonly frames: number;
  readonly totalMs: number;
  /** Whether the recording is filmed; without one the sheet itself is. */
  readonly overRecording: boolean;
}

/** A film without a recording has the common shape of a screen. */
const WITHOUT_RECORDING = { widthPx: 1280, heightPx: 720 };
const USUAL_RATE: FilmRate = FRAME_RATES["25"];
const FIXED: Readonly<Partial<Record<FilmSize, readonly [number, number]>>> = {
  square: [1080, 1080],
  upright: [1080, 1920],
};
/** A film longer than this is a slip: nobody draws along for so long. */
const LONGEST_MS = 6 * 3_600_000;

/** Plans a film of a lesson. `facts`: of its recording, null where it is not there. Refuses what has nothing to show. */
export function planFilm(
  computed: ComputedLesson,
  wish: FilmWish,
  facts: RecordingFacts | null,
): { readonly ok: true; readonly plan: FilmPlan } | { readonly ok: false; readonly finding: Finding } {
  const { lesson, schedule, editMap, steps } = computed;
  const video = facts ? (findCurrentTake(lesson)?.video ?? null) : null;
  const totalMs = video
    ? wish.clock === "recording"
      ? video.durationMs
      : (editMap?.lessonMs ?? video.durationMs)
    : schedule.totalMs;
  if (steps.length === 0)
    return refuse("The lesson has no steps yet, so there is nothing to show over the picture.");
  if (wish.kind !== "stills" && totalMs < 1)
    return refuse("Every moment of the recording is cut out, so the film would be empty.");
  if (totalMs > LONGEST_MS)
    return refuse(
      `The film would last ${formatClock(totalMs)}; at most ${formatClock(LONGEST_MS)} can be made.`,
    );
  const rate = wish.rate === "recording" ? rateOf(facts) : FRAME_RATES[wish.rate];
  const [widthPx, heightPx] = sizeOf(wish.size, video ?? WITHOUT_RECORDING);
  return {
    ok: true,
    plan: {
      wish: video ? wish : { ...wish, clock: "lesson" },
      picture: video ? fitRecording(video, widthPx, heightPx) : fitSheet(computed.sheet, widthPx, heightPx),
      rate: { frames: rate.frames, per: rate.per },
      frames: Math.max(1, Math.round((totalMs * rate.frames) / (1000 * rate.per))),
      totalMs,
      overRecording: video !== null,
    },
  };
}

function refuse(message: string) {
  return {
    ok: false,
    finding: { code: "nothing-to-film", severity: "warning", about: "lesson", message, numbers: {} },
  } as const;
}

/** The recording's rate as the fraction it is meant to be: measured rates are a little off. */
function rateOf(facts: RecordingFacts | null): FilmRate {
  const fps = facts?.framesPerSecond ?? 0;
  if (!(fps >= 1 && fps <= 240)) return USUAL_RATE;
  const off = (r: FilmRate) => Math.abs(r.frames / r.per - fps);
  const known = Object.values(FRAME_RATES).reduce((a, b) => (off(b) < off(a) ? b : a));
  if (off(known) < MEASURED_OFF * fps) return known;
  return { frames: Math.round(fps), per: 1 };
}

/** A measured rate is off by at most this share. */
const MEASURED_OFF = 0.004;

function sizeOf(
  size: FilmSize,
  shape: { readonly widthPx: number; readonly heightPx: number },
): readonly [number, number] {
  const fixed = FIXED[size];
  if (fixed) return fixed;
  // Encoders take even numbers of pixels only.
  const even = (px: number) => Math.max(2, 2 * Math.round(px / 2));
  if (size === "recording") return [even(shape.widthPx), even(shape.heightPx)];
  const lines = Number(size);
  return [even((shape.widthPx / shape.heightPx) * lines), lines];
}

/** When picture n is shown, ms of the film's clock: n·1000/rate, not rounded. */
export function msOfPicture(n: number, { frames, per }: FilmRate): number {
  return (n * 1000 * per) / frames;
}
