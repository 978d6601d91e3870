import type { MeasureSign } from "../../telling/told/index.ts";
import { type Box, middleOf } from "./box.ts";
import { linesOf } from "./label-marks.ts";
import { placeLabels } from "./label-places.ts";
import type { Mark, Spot } from "./mark.ts";
import type { SheetInPicture } from "./sheet-in-picture.ts";
import { addSign } from "./sign-marks.ts";
import type { Signs } from "./written-signs.ts";

/** Lengths set off on a sheet, and the boxes where what they say can be written, in the same order. */
export interface MeasurePlaces {
  readonly marks: readonly Mark[];
  readonly boxes: readonly Box[];
}

/** A field reaches so far over the figures in it, up and down, in text sizes. */
const FIELD_OVER = 0.42;

/**
 * Dimension lines with free places for their readings, for numbers that are typed on the sheet itself. `says` of a measure
 * is what its place must have room for; `points` stay in sight.
 */
export function placeMeasures(
  measures: readonly MeasureSign[],
  view: SheetInPicture,
  marks: readonly Mark[],
  points: readonly Spot[],
  id: string,
): MeasurePlaces {
  const signs: Signs = { marks: [], written: [], points: [...points], lines: [] };
  const middle = points[0] ?? middleOf(view.area);
  const place = { view, signs, newLines: [], middle, setOff: [], named: new Set<string>(), isFirst: false };
  for (const [i, sign] of measures.entries()) addSign(`${id}/${i}`, sign, place);
  const over = FIELD_OVER * view.textSize;
  const placed = placeLabels(
    signs.written.map(({ label }) => ({ ...label, over: [over, over] as const })),
    {
      lines: [...linesOf(marks), ...signs.lines],
      points: signs.points,
      area: view.area,
      air: view.textSize * 0.2,
    },
  );
  return { marks: signs.marks, boxes: placed.map((p) => p.box) };
}
