import { VideoSampleSink } from "mediabunny";
import { FilmTrouble } from "./film-trouble.ts";
import { openRecording } from "./recording.ts";

/** A recording by the address of its file, and what messages call it. */
export interface RecordingSource {
  readonly address: string;
  readonly called: string;
}

/** A picture of a recording: red, green, blue and alpha of each pixel. */
export interface DecodedPicture {
  readonly rgba: Uint8ClampedArray;
  readonly widthPx: number;
  readonly heightPx: number;
}

/**
 * The picture that a recording shows at a moment, at its full size; before its first picture, the first. Decoded here and
 * not on the page, where a video may report a moment as reached and still show nothing.
 */
export async function pictureAt({ address, called }: RecordingSource, atMs: number): Promise<DecodedPicture> {
  const recording = await openRecording(address, called);
  try {
    const { video } = recording;
    const sink = new VideoSampleSink(video);
    const [widthPx, heightPx] = [await video.getDisplayWidth(), await video.getDisplayHeight()];
    const context = new OffscreenCanvas(widthPx, heightPx).getContext("2d", { willReadFrequently: true });
    if (!context) throw new FilmTrouble("This browser gives no canvas to look at a picture on.");
    const sample =
      (await sink.getSample(atMs / 1000)) ?? (await sink.getSample(await video.getFirstTimestamp()));
    if (!sample) throw new FilmTrouble(`"${called}" has no picture to look at.`);
    sample.draw(context, 0, 0, widthPx, heightPx);
    sample.close();
    return { rgba: context.getImageData(0, 0, widthPx, heightPx).data, widthPx, heightPx };
  } finally {
    recording.close();
  }
}
