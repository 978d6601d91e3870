import { type Mark, sameMark } from "../../showing/display/index.ts";
import type { Overlay, OverlayFrame } from "../../showing/overlay/index.ts";
import { type FilmRate, msOfPicture } from "./film-plan.ts";

/** A stretch of pictures that are alike: the first of them, and how many there are. */
export interface FilmRun {
  readonly first: number;
  readonly count: number;
  readonly frame: OverlayFrame;
}

/** The pictures of an overlay from 0 to `frames`, alike ones together. Cost: one drawing a picture, painting only for each run. */
export function* filmRuns(overlay: Overlay, frames: number, rate: FilmRate): Generator<FilmRun> {
  if (frames < 1) return;
  let [first, shown] = [0, overlay(0)];
  for (let n = 1; n < frames; n++) {
    const frame = overlay(msOfPicture(n, rate));
    if (sameFrame(shown, frame)) continue;
    yield { first, count: n - first, frame: shown };
    [first, shown] = [n, frame];
  }
  yield { first, count: frames - first, frame: shown };
}

/** Whether two pictures look the same. */
function sameFrame(a: OverlayFrame, b: OverlayFrame): boolean {
  return (
    sameMarks(a.lines, b.lines) &&
    sameMarks(a.drawn, b.drawn) &&
    sameMarks(a.words, b.words) &&
    sameMarks(a.moving, b.moving)
  );
}

function sameMarks(a: readonly Mark[], b: readonly Mark[]): boolean {
  return a === b || (a.length === b.length && a.every((mark, i) => sameMark(mark, b[i] as Mark)));
}

/** The list that goes with a sequence of pictures: which file is shown from which picture on, and for how many. CSV, RFC 4180. */
export function listOfRuns(
  runs: readonly { readonly first: number; readonly count: number }[],
  rate: FilmRate,
): string {
  const rows = runs.map(
    ({ first, count }) =>
      `${fileOfRun(first)},${first},${count},${(msOfPicture(first, rate) / 1000).toFixed(3)},${(msOfPicture(count, rate) / 1000).toFixed(3)}`,
  );
  return `${["file,first_frame,frames,start_s,length_s", ...rows].join("\r\n")}\r\n`;
}

/** The file a run's picture is in, by the number of its first picture. */
export function fileOfRun(first: number): string {
  return `frame-${String(first).padStart(6, "0")}.png`;
}
