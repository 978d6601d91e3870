import { closeSync, mkdtempSync, openSync, renameSync, rmSync, writeFileSync, writeSync } from "node:fs";
import { basename, dirname, join, resolve } from "node:path";
import { setImmediate as immediate } from "node:timers/promises";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { Resvg } from "@resvg/resvg-js";
import { findCurrentTake } from "#core/document/lesson";
import { type ComputedLesson, overlaySourceOf } from "#core/document/pipeline";
import { type FilmPlan, type FilmWish, filmRuns, planFilm } from "#core/output/film";
import { type Colour, type Mark, PAPER_PALETTE } from "#core/showing/display";
import { marksOf, type OverlayFrame, overlayOf, overlayPalette } from "#core/showing/overlay";
import { animatedSvg } from "#film/animated-svg.ts";
import type { FileSink, PaintPng } from "#film/file-sink.ts";
import { outliningPen } from "#film/outlined-svg.ts";
import { writePngMovie } from "#film/png-movie.ts";
import { writePngSequence } from "#film/png-sequence.ts";
import { writeStills } from "#film/stills.ts";
import { typeface } from "../server/pdf/fonts.server.ts";

/** What was written. */
export interface Written {
  readonly frames: number;
  readonly pictures: number;
  readonly bytes: number;
}

/** Whether a lesson's film shows the sheet alone on the command line: a recording is not looked into here. */
export function planOnCommandLine(computed: ComputedLesson, wish: FilmWish) {
  const video = findCurrentTake(computed.lesson)?.video;
  // The recording's own rate stands in its file only; 25 is what is meant without it.
  return planFilm(computed, wish, video ? { framesPerSecond: 25 } : null);
}

/** Writes a lesson's overlay or its stills to a file. The file is there when it is whole, never in part. */
export async function writeFilm(computed: ComputedLesson, plan: FilmPlan, out: string): Promise<Written> {
  const target = resolve(out);
  const folder = mkdtempSync(join(dirname(target), `.${basename(target)}-`));
  const made = join(folder, basename(target));
  try {
    const written = await write(computed, plan, made);
    renameSync(made, target);
    return written;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function write(computed: ComputedLesson, plan: FilmPlan, path: string): Promise<Written> {
  const { picture, frames, rate, wish } = plan;
  const overlay = overlayOf(overlaySourceOf(computed), picture, wish.clock);
  const palette = overlayPalette(findCurrentTake(computed.lesson)?.tones);
  const nothing = () => {};
  if (wish.kind === "overlay-svg") {
    const svg = await animatedSvg(overlay, plan, palette, typeface, computed.lesson.title, nothing);
    writeFileSync(path, svg);
    return { frames, pictures: 1, bytes: Buffer.byteLength(svg) };
  }
  const file = openSync(path, "w");
  const sink: FileSink = {
    write: async (bytes, position) => {
      writeSync(file, bytes, 0, bytes.length, position);
    },
  };
  try {
    if (wish.kind === "stills") {
      const paint = pngPainter(picture, PAPER_PALETTE);
      return {
        frames: 0,
        ...(await writeStills(computed, plan, typeface, paint, sink, nothing)),
      };
    }
    const paint = pngPainter(picture, palette);
    const paintFrame = (frame: OverlayFrame) => paint(marksOf(frame));
    const writer = wish.kind === "overlay-png" ? writePngSequence : writePngMovie;
    return { frames, ...(await writer(filmRuns(overlay, frames, rate), plan, paintFrame, sink, nothing)) };
  } finally {
    closeSync(file);
  }
}

/** Paints marks as a PNG with straight alpha; each list of marks is written out once as long as it is the same. */
function pngPainter(
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  palette: Readonly<Record<Colour, string>>,
): PaintPng<readonly Mark[]> {
  const pen = outliningPen(palette, typeface);
  let painted = 0;
  return async (marks) => {
    const body = marks.map((m) => pen.write(m)).join("");
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" viewBox="0 0 ${widthPx} ${heightPx}"><defs>${pen.outlines()}</defs>${body}</svg>`;
    const png = new Resvg(svg, { font: { loadSystemFonts: false } }).render().asPng();
    if (++painted % COLLECT_AFTER === 0) {
      collect();
      // What was found to be unused is given back in a turn of its own.
      await immediate();
    }
    return png;
  };
}

/** The painter's pictures lie outside the heap, where the engine does not see them pile up: it is told to look so often. */
const COLLECT_AFTER = 40;
setFlagsFromString("--expose-gc");
const collect = runInNewContext("gc") as () => void;
