import { expose, transfer } from "comlink";
import type { Lesson } from "#core/document/lesson";
import { type DrawnLesson, drawLesson } from "#core/document/pipeline";
import { type Fit, fitObject, fitView } from "#core/document/proposals";
import type { CornersPx } from "#core/ground/geometry";
import { grayOf, type Misfit, measureMisfits, type StraightStill, straighten } from "#core/sight/still";
import { pictureAt, type RecordingSource } from "./film/picture-at.ts";

/** Pixels a millimetre of the straightened sheet: a line of half a millimetre is two pixels wide. */
const PX_PER_MM = 4;

/** The sheet laid flat, in greys. */
export interface StraightSheet {
  readonly luma: Uint8ClampedArray;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The straightened sheet that is measured, until another takes its place. */
let still: StraightStill | null = null;
/** Only the last moment asked for is laid flat, however long an earlier one takes to decode. */
let asked = 0;
let before: DrawnLesson | null = null;

function misfitsOf(lesson: Lesson): readonly Misfit[] | null {
  if (!still) return null;
  before = drawLesson(lesson, before);
  return measureMisfits(still, before.paper);
}

const api = {
  /** Lays the sheet of a moment flat through its corners; null where they span none, or another moment was asked for. */
  async straighten(
    recording: RecordingSource,
    atMs: number,
    corners: CornersPx,
    sheet: { readonly widthMm: number; readonly heightMm: number },
  ): Promise<StraightSheet | null> {
    const own = ++asked;
    const { rgba, widthPx, heightPx } = await pictureAt(recording, atMs);
    if (own !== asked) return null;
    still = straighten(grayOf(rgba, widthPx, heightPx), corners, sheet, PX_PER_MM);
    if (!still) return null;
    const luma = Uint8ClampedArray.from(still.luma);
    return transfer({ luma, widthPx: still.widthPx, heightPx: still.heightPx }, [luma.buffer]);
  },
  /** How far the lesson's lines lie from those seen, the worst first. */
  measure: (lesson: Lesson): readonly Misfit[] => misfitsOf(lesson) ?? [],
  /** Lays one thing, or horizon and points for null, on the lines seen; null when nothing gets better. */
  fit(lesson: Lesson, objectId: string | null): Fit | null {
    const misfits = misfitsOf(lesson);
    if (!misfits) return null;
    return objectId === null ? fitView(lesson, misfits) : fitObject(lesson, objectId, misfits);
  },
};
export type StillApi = typeof api;

expose(api);
