import { expose } from "comlink";
import { canEncodeAudio, canEncodeVideo } from "mediabunny";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson, overlaySourceOf } from "#core/document/pipeline";
import {
  type Abilities,
  type FilmPlan,
  type FilmWish,
  filmRuns,
  offerFilm,
  planFilm,
  soundPlan,
} from "#core/output/film";
import { type Mark, PAPER_PALETTE } from "#core/showing/display";
import { type OverlayFrame, overlayOf, overlayPalette } from "#core/showing/overlay";
import { animatedSvg } from "#film/animated-svg.ts";
import type { Watch } from "#film/file-sink.ts";
import { writePngMovie } from "#film/png-movie.ts";
import { writePngSequence } from "#film/png-sequence.ts";
import { writeStills } from "#film/stills.ts";
import { type FilmPainter, filmPainter, paintMarks, surface } from "./film/film-painter.ts";
import { fileInStore, fileOnDisk, type MadeFile } from "./film/film-store.ts";
import { FilmTrouble, inWords } from "./film/film-trouble.ts";
import { openRecording, type Recording } from "./film/recording.ts";
import { filmSound } from "./film/sound-blocks.ts";
import { loadTypeface } from "./film/typeface.ts";
import { writeLessonVideo, writeOverlayWebm } from "./film/write-video.ts";

/** What a teacher asks for beside the film's clock, size and rate. */
export interface FilmOrder {
  readonly wish: FilmWish;
  /** The form of a finished lesson video. */
  readonly container: "mp4" | "webm";
  /** Whether three soft ticks are heard before a wait ends. */
  readonly ticks: boolean;
  /** Whether a see-through WebM has every picture, or only those that are another than the one before. */
  readonly everyFrame: boolean;
}

/** A film to be made. */
export interface FilmJob {
  readonly lesson: Lesson;
  readonly order: FilmOrder;
  /** Address of the recording; null: the sheet itself is filmed. */
  readonly recording: string | null;
  /** The file's name in the browser's store, where it is written unless the teacher chose a place. */
  readonly name: string;
  readonly place: FileSystemFileHandle | null;
}

/** What can be had, before it is begun. */
export interface FilmOffer {
  readonly ok: boolean;
  readonly says: string | null;
  readonly nearest: FilmWish["kind"] | null;
  readonly plan: FilmPlan | null;
  readonly ending: string;
}

export type MadeFilm =
  | { readonly kind: "done"; readonly stored: string | null; readonly says: string }
  | { readonly kind: "cancelled" }
  | { readonly kind: "failed"; readonly says: string };

class Cancelled extends Error {}

/** Browsers give encoders and a store only to pages that came safely. */
const NOT_SAFE =
  "This page came over a plain connection, and browsers let only pages from this computer itself or over https make films. Open it there, or use the command line.";

let cancelled = false;

const api = {
  look,
  make,
  /** Ends the film that is being made, at the next picture. */
  cancel(): void {
    cancelled = true;
  },
};
export type FilmApi = typeof api;

expose(api);

/** Says what would be made, and what of it this browser cannot. */
async function look(lesson: Lesson, order: FilmOrder, address: string | null): Promise<FilmOffer> {
  let recording: Recording | null = null;
  try {
    if (!self.isSecureContext) throw new FilmTrouble(NOT_SAFE);
    recording = await open(lesson, order, address);
    const planned = planFilm(computeLesson(lesson), order.wish, factsOf(lesson, address, recording));
    if (!planned.ok) return noOffer(planned.finding.message);
    const { plan } = planned;
    const offer = offerFilm(order.wish.kind, order.container, await abilities(plan));
    return {
      ok: offer.ok,
      says: offer.says,
      nearest: offer.ok ? null : offer.nearest,
      plan,
      ending: endingOf(order.wish.kind, offer.ok ? (offer.form?.container ?? null) : null),
    };
  } catch (error) {
    return noOffer(inWords(error));
  } finally {
    recording?.close();
  }
}

function noOffer(says: string): FilmOffer {
  return { ok: false, says, nearest: null, plan: null, ending: "" };
}

/** Makes a film and writes it where it belongs; of one that ends early nothing is left. Progress from 0 to 1. */
async function make(job: FilmJob, onProgress: (share: number) => void): Promise<MadeFilm> {
  const { lesson, order } = job;
  let recording: Recording | null = null;
  let file: MadeFile | null = null;
  try {
    const computed = computeLesson(lesson);
    recording = await open(lesson, order, job.recording);
    const planned = planFilm(computed, order.wish, factsOf(lesson, job.recording, recording));
    if (!planned.ok) throw new FilmTrouble(planned.finding.message);
    file = job.place ? await fileOnDisk(job.place) : await fileInStore(job.name);
    const says = await write(computed, planned.plan, order, recording, file, watching(onProgress));
    const stored = await file.keep();
    file = null;
    return { kind: "done", stored, says };
  } catch (error) {
    await file?.drop().catch(() => undefined);
    return error instanceof Cancelled ? { kind: "cancelled" } : { kind: "failed", says: inWords(error) };
  } finally {
    recording?.close();
  }
}

/** Only a finished lesson video needs to look into the recording's pictures. */
async function open(lesson: Lesson, { wish }: FilmOrder, address: string | null): Promise<Recording | null> {
  const video = findCurrentTake(lesson)?.video;
  if (!address || !video) return null;
  try {
    return await openRecording(address, video.file);
  } catch (error) {
    // An overlay can be laid over what this browser cannot see.
    if (wish.kind === "video") throw error;
    return null;
  }
}

function factsOf(lesson: Lesson, address: string | null, recording: Recording | null) {
  if (!address || !findCurrentTake(lesson)?.video) return null;
  return recording?.facts ?? { framesPerSecond: 25 };
}

async function write(
  computed: ComputedLesson,
  plan: FilmPlan,
  order: FilmOrder,
  recording: Recording | null,
  file: MadeFile,
  watch: Watch,
): Promise<string> {
  const { picture, frames, rate, wish } = plan;
  const { lesson } = computed;
  const typeface = await loadTypeface();
  const palette = overlayPalette(findCurrentTake(lesson)?.tones);
  const overlay = overlayOf(overlaySourceOf(computed, !plan.overRecording), picture, wish.clock);
  const size = `${picture.widthPx} × ${picture.heightPx}`;
  const runs = () => filmRuns(overlay, frames, rate);
  switch (wish.kind) {
    case "video": {
      const offer = offerFilm(wish.kind, order.container, await abilities(plan));
      if (!offer.ok || !offer.form) throw new FilmTrouble(offer.says ?? "");
      const { editMap } = computed;
      const heard = recording?.audio && editMap ? soundPlan(editMap, { ticks: order.ticks }) : null;
      const sound =
        heard && recording?.audio && offer.form.sound ? await filmSound(recording.audio, heard) : null;
      const painter = filmPainter(picture, palette, typeface);
      const map = plan.overRecording ? editMap : null;
      await writeLessonVideo({ recording, map, overlay, painter, sound }, plan, offer.form, file, watch);
      return `${frames} pictures of ${size}${sound ? ", with sound" : ", without sound"}.`;
    }
    case "overlay-webm": {
      const offer = offerFilm(wish.kind, order.container, await abilities(plan));
      if (!offer.ok || !offer.form) throw new FilmTrouble(offer.says ?? "");
      const painter = filmPainter(picture, palette, typeface);
      await writeOverlayWebm(overlay, painter, plan, offer.form, order.everyFrame, file, watch);
      return `${frames} pictures of ${size}, see-through.`;
    }
    case "overlay-mov":
    case "overlay-png": {
      const painter = filmPainter(picture, palette, typeface);
      const writer = wish.kind === "overlay-mov" ? writePngMovie : writePngSequence;
      const { pictures } = await writer(runs(), plan, (frame) => pngOf(painter, frame), file, watch);
      return `${frames} pictures of ${size}, ${pictures} of them different, see-through.`;
    }
    case "overlay-svg": {
      const svg = await animatedSvg(overlay, plan, palette, typeface, lesson.title, watch);
      await file.write(new TextEncoder().encode(svg), 0);
      return `One animated picture of ${size}, see-through.`;
    }
    case "stills": {
      const { canvas, context } = surface(picture);
      const paint = async (marks: readonly Mark[]) => {
        paintMarks(context, marks, PAPER_PALETTE, typeface);
        return bytesOf(canvas);
      };
      const { pictures } = await writeStills(computed, plan, typeface, paint, file, watch);
      return `${pictures} steps, each as PNG of ${size} and as SVG.`;
    }
  }
}

async function pngOf(painter: FilmPainter, frame: OverlayFrame): Promise<Uint8Array> {
  painter.show(frame);
  return bytesOf(painter.canvas);
}

async function bytesOf(canvas: OffscreenCanvas): Promise<Uint8Array> {
  return new Uint8Array(await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer());
}

async function abilities({ picture, rate }: FilmPlan): Promise<Abilities> {
  const size = { width: picture.widthPx, height: picture.heightPx, frameRate: rate.frames / rate.per };
  const [h264, vp9, aac, opus] = await Promise.all([
    canEncodeVideo("avc", size),
    canEncodeVideo("vp9", size),
    canEncodeAudio("aac"),
    canEncodeAudio("opus"),
  ]);
  return { h264, vp9, aac, opus };
}

function endingOf(kind: FilmWish["kind"], container: string | null): string {
  switch (kind) {
    case "video":
    case "overlay-webm":
      return container ?? "webm";
    case "overlay-mov":
      return "mov";
    case "overlay-svg":
      return "svg";
    case "overlay-png":
    case "stills":
      return "zip";
  }
}

/** Tells how far it is, a few times a second, and stops where the teacher wants it to. */
function watching(onProgress: (share: number) => void): Watch {
  let told = 0;
  return async (share) => {
    const now = performance.now();
    if (now - told > 200) {
      told = now;
      onProgress(share);
      // A turn of its own, so that a wish to stop is heard.
      await new Promise((resolve) => setTimeout(resolve, 0));
    }
    if (cancelled) throw new Cancelled();
  };
}
