import { type FilmPlan, type FilmRun, fileOfRun, listOfRuns, msOfPicture } from "#core/output/film";
import type { OverlayFrame } from "#core/showing/overlay";
import type { FileSink, PaintPng, Watch } from "./file-sink.ts";
import { zipInto } from "./zip-file.ts";

/**
 * Writes an overlay as a zip of PNG pictures, one for each change, with `frames.csv` that tells how long each is shown, and
 * `frames.ffconcat` with the same for programs that read such lists.
 */
export async function writePngSequence(
  runs: Iterable<FilmRun>,
  { rate, frames }: FilmPlan,
  paint: PaintPng<OverlayFrame>,
  sink: FileSink,
  watch: Watch,
): Promise<{ readonly pictures: number; readonly bytes: number }> {
  const zip = zipInto(sink);
  const changes: { first: number; count: number }[] = [];
  for (const { first, count, frame } of runs) {
    await zip.store(fileOfRun(first), await paint(frame));
    changes.push({ first, count });
    await watch((first + count) / frames);
  }
  await zip.pack("frames.csv", listOfRuns(changes, rate));
  const held = changes.map(
    ({ first, count }) =>
      `file ${fileOfRun(first)}\nduration ${(msOfPicture(count, rate) / 1000).toFixed(6)}`,
  );
  await zip.pack("frames.ffconcat", `ffconcat version 1.0\n${held.join("\n")}\n`);
  return { pictures: changes.length, bytes: await zip.end() };
}
