import type { EditMap } from "../../time/schedule/index.ts";

/** What is heard in a stretch of lesson time, [fromMs, toMs): the recording as it is, or nothing. */
export type SoundPiece =
  | {
      readonly kind: "recorded";
      readonly fromMs: number;
      readonly toMs: number;
      readonly sourceFromMs: number;
    }
  | {
      readonly kind: "silent";
      readonly fromMs: number;
      readonly toMs: number;
      /** Moments of three soft ticks before the recording goes on. */
      readonly ticksMs: readonly number[];
    };

/** A shorter wait is over before three ticks are heard. */
const LEAST_WAIT_FOR_TICKS_MS = 5000;

/**
 * What is heard along the lesson: the recording at its own pace, silence in waits and where it plays at another speed. Pieces
 * that follow each other in the recording are one, so that nothing is faded where nothing is joined.
 */
export function soundPlan(map: EditMap, { ticks }: { readonly ticks: boolean }): SoundPiece[] {
  const pieces: SoundPiece[] = [
    ...map.played.map((p): SoundPiece => {
      const toMs = p.lessonFrom + (p.sourceTo - p.sourceFrom) / p.factor;
      return p.factor === 1
        ? { kind: "recorded", fromMs: p.lessonFrom, toMs, sourceFromMs: p.sourceFrom }
        : { kind: "silent", fromMs: p.lessonFrom, toMs, ticksMs: [] };
    }),
    ...map.holds.map((h): SoundPiece => {
      const toMs = h.lessonFrom + h.ms;
      const counted = ticks && h.ms >= LEAST_WAIT_FOR_TICKS_MS;
      return {
        kind: "silent",
        fromMs: h.lessonFrom,
        toMs,
        ticksMs: counted ? [toMs - 3000, toMs - 2000, toMs - 1000] : [],
      };
    }),
  ].sort((a, b) => a.fromMs - b.fromMs || a.toMs - b.toMs);
  const joined: SoundPiece[] = [];
  for (const piece of pieces) {
    if (piece.toMs <= piece.fromMs) continue;
    const last = joined[joined.length - 1];
    const goesOn =
      last?.kind === "recorded" &&
      piece.kind === "recorded" &&
      Math.abs(last.sourceFromMs + (last.toMs - last.fromMs) - piece.sourceFromMs) < 0.01;
    if (last && goesOn) joined[joined.length - 1] = { ...last, toMs: piece.toMs };
    else joined.push(piece);
  }
  return joined;
}

/** How long a sound takes to come and go where pieces are joined: too short to be missed, long enough not to click. */
const JOIN_FADE_MS = 8;

/**
 * Fades the ends of a piece, given as samples of one channel that begin `at` frames into a piece of `frames`: in over its
 * first and out over its last few milliseconds, by a raised cosine.
 */
export function fadeEnds(samples: Float32Array, at: number, frames: number, samplesPerSecond: number): void {
  const fade = Math.min(Math.round((JOIN_FADE_MS * samplesPerSecond) / 1000), Math.floor(frames / 2));
  for (let i = 0; i < samples.length; i++) {
    const edge = Math.min(at + i, frames - 1 - (at + i));
    if (edge >= fade) continue;
    samples[i] = (samples[i] ?? 0) * (0.5 - 0.5 * Math.cos((Math.PI * Math.max(0, edge + 0.5)) / fade));
  }
}

const TICK_HZ = 740;
const TICK_MS = 60;
const TICK_LOUD = 0.14;

/** One soft tick: a short tone that dies away, without a click at either end. */
export function tickSound(samplesPerSecond: number): Float32Array {
  const frames = Math.round((TICK_MS * samplesPerSecond) / 1000);
  const samples = Float32Array.from({ length: frames }, (_, i) => {
    const share = i / frames;
    return TICK_LOUD * Math.sin((2 * Math.PI * TICK_HZ * i) / samplesPerSecond) * (1 - share) ** 3;
  });
  fadeEnds(samples, 0, frames, samplesPerSecond);
  return samples;
}
