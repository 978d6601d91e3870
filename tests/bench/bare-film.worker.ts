// The bare pipelines that films are measured against: decode and encode, nothing drawn.
import {
  ALL_FORMATS,
  AudioSampleSink,
  AudioSampleSource,
  Input,
  type InputAudioTrack,
  Mp4OutputFormat,
  NullTarget,
  Output,
  UrlSource,
  VideoSample,
  VideoSampleSink,
  VideoSampleSource,
  WebMOutputFormat,
} from "mediabunny";
import { bitrateOf } from "#core/output/film";

export type BareRequest =
  | { readonly kind: "recode"; readonly address: string; readonly codec: "avc" | "vp9" }
  | {
      readonly kind: "see-through";
      readonly widthPx: number;
      readonly heightPx: number;
      readonly frames: number;
    };

self.onmessage = async ({ data }: MessageEvent<BareRequest>) => {
  const begun = performance.now();
  const frames = data.kind === "recode" ? await recode(data) : await seeThrough(data);
  self.postMessage({ frames, ms: performance.now() - begun });
};

async function recode({ address, codec }: Extract<BareRequest, { kind: "recode" }>): Promise<number> {
  const input = new Input({ source: new UrlSource(address), formats: ALL_FORMATS });
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw new Error("no picture");
  const size = [await track.getDisplayWidth(), await track.getDisplayHeight()] as const;
  const video = new VideoSampleSource({ codec, bitrate: bitrateOf(...size, 25), keyFrameInterval: 2 });
  const output = new Output({
    format: codec === "avc" ? new Mp4OutputFormat() : new WebMOutputFormat(),
    target: new NullTarget(),
  });
  output.addVideoTrack(video);
  const heard = await input.getPrimaryAudioTrack();
  const audio = new AudioSampleSource({ codec: "opus", bitrate: 128_000 });
  if (heard) output.addAudioTrack(audio);
  await output.start();
  const hearing = heard && hearAll(heard, audio);
  let n = 0;
  for await (const sample of new VideoSampleSink(track).samples()) {
    await video.add(sample);
    sample.close();
    n++;
  }
  await hearing;
  await output.finalize();
  return n;
}

async function hearAll(track: InputAudioTrack, audio: AudioSampleSource): Promise<void> {
  for await (const sample of new AudioSampleSink(track).samples()) {
    await audio.add(sample);
    sample.close();
  }
  audio.close();
}

async function seeThrough({
  widthPx: w,
  heightPx: h,
  frames,
}: Extract<BareRequest, { kind: "see-through" }>): Promise<number> {
  const video = new VideoSampleSource({
    codec: "vp9",
    bitrate: bitrateOf(w, h, 25),
    keyFrameInterval: 2,
    alpha: "keep",
  });
  const output = new Output({ format: new WebMOutputFormat(), target: new NullTarget() });
  output.addVideoTrack(video);
  await output.start();
  // Two pictures with a line in them, one after the other: what an overlay is mostly made of.
  const pictures = [0, 1].map((k) => {
    const pixels = new Uint8ClampedArray(w * h * 4);
    for (let x = 100; x < 600 + 20 * k; x++)
      for (let y = 300; y < 304; y++) pixels.set([184, 68, 31, 255], 4 * (y * w + x));
    return pixels;
  });
  for (let n = 0; n < frames; n++) {
    const sample = new VideoSample(pictures[n % 2] as Uint8ClampedArray<ArrayBuffer>, {
      format: "RGBA",
      codedWidth: w,
      codedHeight: h,
      timestamp: n / 25,
      duration: 1 / 25,
    });
    await video.add(sample);
    sample.close();
  }
  await output.finalize();
  return frames;
}
