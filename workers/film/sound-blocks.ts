import { AudioSample, AudioSampleSink, type InputAudioTrack } from "mediabunny";
import { fadeEnds, type SoundPiece, tickSound } from "#core/output/film";

/** Silence comes in blocks of so many frames. */
const BLOCK = 16_384;

/** The sound of a film, block after block without gaps, at the recording's own rate. */
export interface FilmSound {
  readonly samplesPerSecond: number;
  readonly channels: number;
  blocks(): AsyncGenerator<AudioSample, void, void>;
}

/** Puts together what is heard along the lesson, sample by sample: places are counted in samples, so nothing drifts. */
export async function filmSound(track: InputAudioTrack, plan: readonly SoundPiece[]): Promise<FilmSound> {
  const rate = await track.getSampleRate();
  const channels = Math.min(2, await track.getNumberOfChannels());
  const at = (ms: number) => Math.round((ms * rate) / 1000);
  const tick = tickSound(rate);

  async function* recorded(piece: Extract<SoundPiece, { kind: "recorded" }>, frames: number) {
    const first = at(piece.sourceFromMs);
    let done = 0;
    for await (const sample of new AudioSampleSink(track).samples(first / rate, (first + frames) / rate)) {
      const begins = Math.round(sample.timestamp * rate) - first;
      const [from, to] = [Math.max(done, begins), Math.min(frames, begins + sample.numberOfFrames)];
      if (to <= from) {
        sample.close();
        continue;
      }
      // What the recording does not say is silence.
      if (from > done) yield* silent(from - done);
      const block = Array.from({ length: channels }, (_, planeIndex) => {
        const plane = new Float32Array(sample.numberOfFrames);
        sample.copyTo(plane, { planeIndex, format: "f32-planar" });
        return plane.slice(from - begins, to - begins);
      });
      sample.close();
      for (const plane of block) fadeEnds(plane, from, frames, rate);
      yield block;
      done = to;
      if (done >= frames) break;
    }
    if (done < frames) yield* silent(frames - done);
  }

  function* silent(frames: number, ticks: readonly number[] = []) {
    for (let from = 0; from < frames; from += BLOCK) {
      const block = new Float32Array(Math.min(BLOCK, frames - from));
      for (const begins of ticks)
        for (const [i, loud] of tick.entries()) {
          const place = begins + i - from;
          if (place >= 0 && place < block.length) block[place] = loud;
        }
      yield Array.from({ length: channels }, () => block);
    }
  }

  return {
    samplesPerSecond: rate,
    channels,
    blocks: async function* () {
      let written = 0;
      for (const piece of plan) {
        const frames = at(piece.toMs) - at(piece.fromMs);
        const blocks =
          piece.kind === "recorded"
            ? recorded(piece, frames)
            : silent(
                frames,
                piece.ticksMs.map((ms) => at(ms) - at(piece.fromMs)),
              );
        for await (const planes of blocks) {
          const length = planes[0]?.length ?? 0;
          const data = new Float32Array(length * channels);
          for (const [k, plane] of planes.entries()) data.set(plane, k * length);
          yield new AudioSample({
            data,
            format: "f32-planar",
            numberOfChannels: channels,
            sampleRate: rate,
            timestamp: written / rate,
          });
          written += length;
        }
      }
    },
  };
}
