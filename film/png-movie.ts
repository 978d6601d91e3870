import {
  type FilmPlan,
  type FilmRun,
  movieHead,
  movieSizeAt,
  movieTail,
  type PngSample,
} from "#core/output/film";
import type { OverlayFrame } from "#core/showing/overlay";
import type { FileSink, PaintPng, Watch } from "./file-sink.ts";

/** Writes an overlay as a QuickTime movie of PNG pictures: each is painted once and held for as many frames as it lasts. */
export async function writePngMovie(
  runs: Iterable<FilmRun>,
  { picture, rate, frames }: FilmPlan,
  paint: PaintPng<OverlayFrame>,
  sink: FileSink,
  watch: Watch,
): Promise<{ readonly pictures: number; readonly bytes: number }> {
  const head = movieHead();
  await sink.write(head, 0);
  let at = head.length;
  const samples: PngSample[] = [];
  for (const { first, count, frame } of runs) {
    const png = await paint(frame);
    await sink.write(png, at);
    samples.push({ offset: at, bytes: png.length, frames: count });
    at += png.length;
    await watch((first + count) / frames);
  }
  const size = movieSizeAt(at - head.length);
  await sink.write(size.bytes, size.offset);
  const tail = movieTail({ widthPx: picture.widthPx, heightPx: picture.heightPx, rate }, samples);
  await sink.write(tail, at);
  return { pictures: samples.length, bytes: at + tail.length };
}
