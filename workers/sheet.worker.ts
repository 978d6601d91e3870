import { expose } from "comlink";
import { type VideoSample, VideoSampleSink } from "mediabunny";
import type { CornersPx } from "#core/ground/geometry";
import type { Tones } from "#core/showing/overlay";
import {
  courseOf,
  findSheet,
  findSides,
  type GrayImage,
  type GuessSheet,
  grayOf,
  type SheetCourse,
  type SheetSighting,
  sheetWatcher,
  tonesOf,
} from "#core/sight/still";
import { FilmTrouble } from "./film/film-trouble.ts";
import { pictureAt, type RecordingSource } from "./film/picture-at.ts";
import { bytesOfPlanes, layoutOf } from "./film/planes.ts";
import { openRecording } from "./film/recording.ts";

interface SheetMm {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Where the sheet was found, or why it was not. */
export type FoundSheet =
  | { readonly kind: "found"; readonly corners: CornersPx; readonly tones: Tones }
  | NotFound;

/** How the sheet lies over the recording. */
export type FollowedSheet =
  | { readonly kind: "followed"; readonly course: SheetCourse; readonly tones: Tones | null }
  | NotFound
  | { readonly kind: "cancelled" };

export interface NotFound {
  readonly kind: "not-found";
  readonly says: string;
}

/** A look every so often: a quarter turn takes a second or more, so that between two looks it is clear which edge is up. */
const LOOK_MS = 160;
/** Pictures no wider than this are looked at as they are decoded; wider ones shrunk to the other: sides are found to a fraction of a pixel. */
const WIDEST_AS_DECODED = 1920;
const WIDEST = 960;
/** Corners nearer than this share of the picture's width lie where they were: a table gives a little under a hand. */
const SAME_SHARE = 0.0025;
/** How far from a place somebody chose its sides are looked for, as a share of the picture's width. */
const CHOSEN_SHARE = 0.02;

let cancelled = false;

const api = {
  /** Looks for the sheet at a moment of a recording; near a place where somebody has said it lies. */
  find: (
    recording: RecordingSource,
    atMs: number,
    sheet: SheetMm,
    near: CornersPx | null,
  ): Promise<FoundSheet> => inWords(find(recording, atMs, sheet, near)),
  /** What paper and table look like at a moment: the corners are where somebody has put them. */
  async tones(recording: RecordingSource, atMs: number, corners: CornersPx): Promise<Tones | null> {
    const { rgba, widthPx, heightPx } = await pictureAt(recording, atMs);
    return tonesOf(rgba, widthPx, heightPx, corners);
  },
  /** Follows the sheet through a recording. Progress from 0 to 1. */
  follow: (
    recording: SheetRecording,
    sheet: SheetMm,
    onProgress: (share: number) => void,
  ): Promise<FollowedSheet> => inWords(follow(recording, sheet, onProgress)),
  /** Ends what is followed, at the next picture. */
  cancel(): void {
    cancelled = true;
  },
};
export type SheetApi = typeof api;

expose(api);

/** A recording to look through. */
export interface SheetRecording extends RecordingSource {
  readonly durationMs: number;
}

/** What was seen, or in words why nothing could be. */
async function inWords<T>(seeing: Promise<T>): Promise<T | NotFound> {
  try {
    return await seeing;
  } catch (error) {
    if (error instanceof FilmTrouble) return { kind: "not-found", says: error.message };
    const why = error instanceof Error ? error.message : error;
    return { kind: "not-found", says: `The sheet cannot be looked for: ${why}` };
  }
}

/** What guesses, with the vision library it needs: loaded when it is first asked for. */
async function loadGuess(): Promise<GuessSheet> {
  return (await import("./sheet/guess-sheet.ts")).guessSheet;
}

async function find(
  recording: RecordingSource,
  atMs: number,
  sheet: SheetMm,
  near: CornersPx | null,
): Promise<FoundSheet> {
  const { rgba, widthPx, heightPx } = await pictureAt(recording, atMs);
  const picture = grayOf(rgba, widthPx, heightPx);
  const chosen = near && findSides(picture, near, widthPx * CHOSEN_SHARE);
  const corners = chosen?.corners ?? findSheet(picture, await loadGuess(), sheet);
  const tones = corners && tonesOf(rgba, widthPx, heightPx, corners);
  if (corners && tones) return { kind: "found", corners: rounded(corners, 1), tones };
  return {
    kind: "not-found",
    says: "No sheet is seen here with all four sides in the picture. Choose a moment without hands over it, or drag the corners near and try again.",
  };
}

async function follow(
  { address, called, durationMs }: SheetRecording,
  sheet: SheetMm,
  onProgress: (share: number) => void,
): Promise<FollowedSheet> {
  cancelled = false;
  const recording = await openRecording(address, called);
  try {
    const guess = await loadGuess();
    const { video } = recording;
    const [fullWidth, fullHeight] = [await video.getDisplayWidth(), await video.getDisplayHeight()];
    const looked = lookingAt(fullWidth, fullHeight);
    const watch = sheetWatcher(guess, sheet);
    const sightings: SheetSighting[] = [];
    let tones: Tones | null = null;
    let [told, seenAtS] = [0, -1];
    const times = Array.from({ length: Math.max(1, Math.ceil(durationMs / LOOK_MS)) }, (_, i) => i * LOOK_MS);
    let i = 0;
    for await (const sample of new VideoSampleSink(video).samplesAtTimestamps(times.map((ms) => ms / 1000))) {
      const atMs = times[i++] ?? 0;
      const before = sightings[sightings.length - 1];
      // Where the recording holds a picture, or has ended, there is nothing new to see.
      if (!sample || (before && sample.timestamp === seenAtS)) {
        sample?.close();
        if (before) sightings.push({ ...before, atMs });
        continue;
      }
      seenAtS = sample.timestamp;
      const seen = watch(await looked.grey(sample), atMs);
      sightings.push(seen);
      if (!tones && seen.corners) tones = looked.tones(sample, seen.corners);
      sample.close();
      const now = performance.now();
      if (now - told > 200) {
        told = now;
        onProgress(atMs / durationMs);
        // A turn of its own, so that a wish to stop is heard.
        await new Promise((resolve) => setTimeout(resolve, 0));
      }
      if (cancelled) return { kind: "cancelled" };
    }
    const course = courseOf(sightings, SAME_SHARE * looked.widthPx, durationMs);
    if (!course.corners && course.moves.length === 0)
      return {
        kind: "not-found",
        says: "No sheet was seen with all four sides in the picture, anywhere in the recording. Place its corners by hand.",
      };
    return {
      kind: "followed",
      course: {
        corners: course.corners && rounded(course.corners, looked.scale),
        moves: course.moves.map((m) => ({ ...m, corners: m.corners && rounded(m.corners, looked.scale) })),
      },
      tones,
    };
  } finally {
    recording.close();
  }
}

/**
 * How a recording's pictures are looked at: their brightness as the decoder gives it, where they are no larger than most; else,
 * or where it comes in another form, shrunk on a canvas.
 */
function lookingAt(fullWidth: number, fullHeight: number) {
  const asDecoded = fullWidth <= WIDEST_AS_DECODED && fullWidth % 2 === 0 && fullHeight % 2 === 0;
  const scale = asDecoded ? 1 : Math.min(1, WIDEST / fullWidth);
  const [w, h] = [Math.round(fullWidth * scale), Math.round(fullHeight * scale)];
  const context = new OffscreenCanvas(w, h).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("this browser gives no canvas to look at");
  const planes = new Uint8Array(bytesOfPlanes(w, h));
  const drawn = (sample: VideoSample) => {
    sample.draw(context, 0, 0, w, h);
    return context.getImageData(0, 0, w, h).data;
  };
  return {
    widthPx: w,
    scale,
    grey: async (sample: VideoSample): Promise<GrayImage> => {
      const fits =
        asDecoded && sample.rotation === 0 && sample.displayWidth === w && sample.displayHeight === h;
      if (!fits || sample.format !== "I420") return grayOf(drawn(sample), w, h);
      await sample.copyTo(planes, { layout: layoutOf(w, h) });
      return { widthPx: w, heightPx: h, luma: planes.subarray(0, w * h) };
    },
    tones: (sample: VideoSample, corners: CornersPx) => tonesOf(drawn(sample), w, h, corners),
  };
}

/** Corners in full pixels, to a tenth. */
function rounded(corners: CornersPx, scale: number): CornersPx {
  const at = ({ xPx, yPx }: CornersPx["topLeft"]) => ({
    xPx: Math.round((xPx / scale) * 10) / 10,
    yPx: Math.round((yPx / scale) * 10) / 10,
  });
  return {
    topLeft: at(corners.topLeft),
    topRight: at(corners.topRight),
    bottomRight: at(corners.bottomRight),
    bottomLeft: at(corners.bottomLeft),
  };
}
