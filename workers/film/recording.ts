import { ALL_FORMATS, Input, type InputAudioTrack, type InputVideoTrack, UrlSource } from "mediabunny";
import type { RecordingFacts } from "#core/output/film";
import { FilmTrouble } from "./film-trouble.ts";

/** A recording that can be looked into: its picture, and its sound where it has any. */
export interface Recording {
  readonly facts: RecordingFacts;
  readonly video: InputVideoTrack;
  readonly audio: InputAudioTrack | null;
  close(): void;
}

/** Packets looked at to tell the rate of a recording. */
const LOOKED_AT = 256;

/** Opens a recording by its address. Refuses in words what this browser cannot decode. */
export async function openRecording(address: string, called: string): Promise<Recording> {
  let refusedWith: number | null = null;
  const fetchFn: typeof fetch = async (...asked) => {
    const answer = await fetch(...asked);
    if (!answer.ok) refusedWith = answer.status;
    return answer;
  };
  const input = new Input({
    source: new UrlSource(new URL(address, self.location.href), { fetchFn }),
    formats: ALL_FORMATS,
  });
  try {
    const video = await input.getPrimaryVideoTrack();
    if (!video) throw new FilmTrouble(`"${called}" has no picture in it, so it cannot be filmed.`);
    if (!(await video.canDecode())) {
      const codec = (await video.getCodec()) ?? (await video.getCodecParameterString()) ?? "an unknown form";
      throw new FilmTrouble(
        `This browser cannot decode the picture of "${called}" (${codec}). The overlay can still be taken out and laid over it in an editor.`,
      );
    }
    const { bestGuessFrameRate } = await video.computeFrameRateMetrics({ targetPacketCount: LOOKED_AT });
    const audio = await input.getPrimaryAudioTrack();
    return {
      facts: { framesPerSecond: bestGuessFrameRate },
      video,
      audio: audio && (await audio.canDecode()) ? audio : null,
      close: () => input.dispose(),
    };
  } catch (cause) {
    input.dispose();
    if (cause instanceof FilmTrouble) throw cause;
    if (refusedWith !== null)
      throw new FilmTrouble(
        refusedWith === 404
          ? `The recording ${called} is not in the store.`
          : `The server did not give the recording ${called} (${refusedWith}).`,
        { cause },
      );
    throw new FilmTrouble(
      `"${called}" cannot be read as a recording: ${cause instanceof Error ? cause.message : cause}`,
      {
        cause,
      },
    );
  }
}
