import {
  AudioSampleSource,
  canEncodeAudio,
  Mp4OutputFormat,
  Output,
  StreamTarget,
  type StreamTargetChunk,
  VideoSample,
  VideoSampleSink,
  VideoSampleSource,
  WebMOutputFormat,
} from "mediabunny";
import { bitrateOf, type FilmPlan, filmRuns, msOfPicture, type VideoForm } from "#core/output/film";
import type { Overlay } from "#core/showing/overlay";
import { type EditMap, lessonToSource } from "#core/time/schedule";
import type { FileSink, Watch } from "#film/file-sink.ts";
import type { FilmPainter } from "./film-painter.ts";
import { layingOver } from "./lay-over.ts";
import type { Recording } from "./recording.ts";
import type { FilmSound } from "./sound-blocks.ts";

/** Seconds between pictures that stand by themselves: a player can jump to any of them. */
const KEY_EVERY_S = 2;
/** Sound keeps this far ahead of the picture, so that neither waits in memory for the other. */
const SOUND_AHEAD_S = 1;
const SOUND_BITS = 128_000;
/** Bytes are handed on in pieces of this size. */
const PIECE_BYTES = 2 * 1024 * 1024;

/** Writes the finished lesson video: the recording as it is played, the overlay over it, and the sound. */
export async function writeLessonVideo(
  {
    recording,
    map,
    overlay,
    painter,
    sound,
  }: {
    /** Null: the sheet itself is the picture. */
    readonly recording: Recording | null;
    readonly map: EditMap | null;
    readonly overlay: Overlay;
    readonly painter: FilmPainter;
    readonly sound: FilmSound | null;
  },
  plan: FilmPlan,
  form: VideoForm,
  sink: FileSink,
  watch: Watch,
): Promise<void> {
  const { picture, frames, rate } = plan;
  const target = outputInto(sink, form);
  const video = new VideoSampleSource({
    codec: form.picture,
    bitrate: bitrateOf(picture.widthPx, picture.heightPx, rate.frames / rate.per),
    keyFrameInterval: KEY_EVERY_S,
    latencyMode: "quality",
  });
  target.output.addVideoTrack(video, { frameRate: rate.frames / rate.per });
  const audio =
    sound && form.sound
      ? new AudioSampleSource({
          codec: form.sound,
          bitrate: SOUND_BITS,
          // Most coders take sound at any rate; turning it into another here is slow and holds on to memory.
          ...((await canEncodeAudio(form.sound, {
            sampleRate: sound.samplesPerSecond,
            numberOfChannels: sound.channels,
          }))
            ? {}
            : { transform: { sampleRate: 48_000 } }),
        })
      : null;
  if (audio) target.output.addAudioTrack(audio);
  const blocks = audio && sound ? sound.blocks() : null;
  const hear = async (untilS: number) => {
    for (;;) {
      const next = await blocks?.next();
      if (!next || next.done) return;
      const ends = next.value.timestamp + next.value.duration;
      await audio?.add(next.value);
      next.value.close();
      if (ends >= untilS) return;
    }
  };
  try {
    await target.output.start();
    const shown = recording
      ? new VideoSampleSink(recording.video).samplesAtTimestamps(sourceTimes(plan, map))
      : null;
    const lay = layingOver(picture, painter);
    let coming = shown?.next();
    let [heardS, hearing] = [0, Promise.resolve()];
    for (let n = 0; n < frames; n++) {
      const atMs = msOfPicture(n, rate);
      const filmed = coming ? (await coming).value : null;
      // The next one is decoded while this one is made.
      coming = n + 1 < frames ? shown?.next() : undefined;
      const made = await lay(filmed ?? null, overlay(atMs), {
        timestamp: atMs / 1000,
        duration: msOfPicture(1, rate) / 1000,
      });
      filmed?.close();
      await video.add(made);
      made.close();
      if (blocks && atMs / 1000 + SOUND_AHEAD_S > heardS) {
        heardS = atMs / 1000 + 2 * SOUND_AHEAD_S;
        await hearing;
        hearing = hear(heardS);
        // It is waited for before more is asked; until then it may fail unheard.
        hearing.catch(() => undefined);
      }
      await watch((n + 1) / frames);
    }
    await shown?.return(undefined);
    await hearing;
    await hear(Number.POSITIVE_INFINITY);
    video.close();
    audio?.close();
    await target.output.finalize();
  } catch (error) {
    await target.output.cancel().catch(() => undefined);
    throw error;
  }
}

/** Which instant of the recording each picture shows, s; the middle of the picture's time, so that no rounding takes the one before. */
function* sourceTimes({ frames, rate }: FilmPlan, map: EditMap | null): Generator<number> {
  const half = msOfPicture(1, rate) / 2;
  for (let n = 0; n < frames; n++) {
    const atMs = msOfPicture(n, rate);
    yield (map ? lessonToSource(map, Math.min(atMs + half, map.lessonMs)) : atMs + half) / 1000;
  }
}

/**
 * Writes an overlay as a see-through WebM: VP9 with alpha. Pixels are handed over straight, not premultiplied, or edges get
 * dark fringes. `everyFrame` false: a picture that is held is written once, for as long as it lasts.
 */
export async function writeOverlayWebm(
  overlay: Overlay,
  painter: FilmPainter,
  plan: FilmPlan,
  form: VideoForm,
  everyFrame: boolean,
  sink: FileSink,
  watch: Watch,
): Promise<void> {
  const { picture, frames, rate } = plan;
  const { widthPx: w, heightPx: h } = picture;
  const target = outputInto(sink, form);
  const video = new VideoSampleSource({
    codec: form.picture,
    bitrate: bitrateOf(w, h, rate.frames / rate.per),
    keyFrameInterval: KEY_EVERY_S,
    latencyMode: "quality",
    alpha: "keep",
  });
  target.output.addVideoTrack(video, { frameRate: rate.frames / rate.per });
  try {
    await target.output.start();
    const pixels = new Uint8ClampedArray(w * h * 4);
    for (const { first, count, frame } of filmRuns(overlay, frames, rate)) {
      for (const { x, y, width, height } of painter.show(frame)) {
        const { data } = painter.context.getImageData(x, y, width, height);
        if (width === w) pixels.set(data, 4 * y * w);
        else
          for (let row = 0; row < height; row++)
            pixels.set(data.subarray(4 * row * width, 4 * (row + 1) * width), 4 * ((y + row) * w + x));
      }
      const each = everyFrame ? 1 : count;
      for (let n = first; n < first + count; n += each) {
        const sample = new VideoSample(pixels, {
          format: "RGBA",
          codedWidth: w,
          codedHeight: h,
          timestamp: msOfPicture(n, rate) / 1000,
          duration: msOfPicture(each, rate) / 1000,
        });
        await video.add(sample);
        sample.close();
        await watch((n + each) / frames);
      }
    }
    video.close();
    await target.output.finalize();
  } catch (error) {
    await target.output.cancel().catch(() => undefined);
    throw error;
  }
}

function outputInto(sink: FileSink, { container }: VideoForm) {
  const stream = new WritableStream<StreamTargetChunk>({
    write: ({ data, position }) => sink.write(data, position),
  });
  const output = new Output({
    format: container === "mp4" ? new Mp4OutputFormat({ fastStart: false }) : new WebMOutputFormat(),
    target: new StreamTarget(stream, { chunked: true, chunkSize: PIECE_BYTES }),
  });
  return { output };
}
