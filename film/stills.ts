import type { ComputedLesson } from "#core/document/pipeline";
import { type FilmPlan, stillOfStep } from "#core/output/film";
import { type Mark, PAPER_PALETTE } from "#core/showing/display";
import type { FileSink, PaintPng, Watch } from "./file-sink.ts";
import { outlinedSvg } from "./outlined-svg.ts";
import type { Typeface } from "./typeface.ts";
import { zipInto } from "./zip-file.ts";

/** Writes a picture of every step, as PNG and as SVG, into a zip; named by number so that they sort. */
export async function writeStills(
  computed: ComputedLesson,
  { picture }: FilmPlan,
  typeface: Typeface,
  paint: PaintPng<readonly Mark[]>,
  sink: FileSink,
  watch: Watch,
): Promise<{ readonly pictures: number; readonly bytes: number }> {
  const zip = zipInto(sink);
  const { steps } = computed;
  for (const step of steps) {
    const marks = stillOfStep(computed, step, picture);
    const name = `step-${String(step.number).padStart(3, "0")}`;
    await zip.store(`${name}.png`, await paint(marks));
    await zip.pack(
      `${name}.svg`,
      outlinedSvg(marks, picture, PAPER_PALETTE, typeface, `Step ${step.number}: ${step.title}`),
    );
    await watch(step.number / steps.length);
  }
  return { pictures: steps.length, bytes: await zip.end() };
}
