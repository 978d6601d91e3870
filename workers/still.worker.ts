import type { Lesson } from "#core/document/lesson";
import { type DrawnLesson, drawLesson } from "#core/document/pipeline";
import { type Fit, fitObject, fitView } from "#core/document/proposals";
import type { CornersPx } from "#core/ground/geometry";
import { grayOf, type Misfit, measureMisfits, type StraightStill, straighten } from "#core/sight/still";

/** Pixels a millimetre of the straightened sheet: a line of half a millimetre is two pixels wide. */
const PX_PER_MM = 4;

/** What can be asked about a still of the take. */
export type StillRequest =
  | {
      readonly kind: "straighten";
      readonly rgba: Uint8ClampedArray;
      readonly widthPx: number;
      readonly heightPx: number;
      readonly corners: CornersPx;
      readonly sheet: { readonly widthMm: number; readonly heightMm: number };
    }
  | { readonly kind: "measure"; readonly lesson: Lesson; readonly turn: number }
  | { readonly kind: "fit"; readonly lesson: Lesson; readonly objectId: string | null };

export type StillAnswer =
  | {
      readonly kind: "straight";
      readonly luma: Uint8ClampedArray;
      readonly widthPx: number;
      readonly heightPx: number;
    }
  | { readonly kind: "misfits"; readonly misfits: readonly Misfit[]; readonly turn: number }
  | { readonly kind: "fitted"; readonly fit: Fit | null };

let still: StraightStill | null = null;
let before: DrawnLesson | null = null;

/** Thin on purpose: pixels and a lesson in, what the core measures out. The straightened sheet is kept between requests. */
self.onmessage = ({ data }: MessageEvent<StillRequest>) => {
  const answer = (message: StillAnswer) => self.postMessage(message);
  if (data.kind === "straighten") {
    const { rgba, widthPx, heightPx, corners, sheet } = data;
    still = straighten(grayOf(rgba, widthPx, heightPx), corners, sheet, PX_PER_MM);
    if (still)
      answer({
        kind: "straight",
        luma: Uint8ClampedArray.from(still.luma),
        widthPx: still.widthPx,
        heightPx: still.heightPx,
      });
    return;
  }
  if (!still) return;
  before = drawLesson(data.lesson, before);
  const misfits = measureMisfits(still, before.paper);
  if (data.kind === "measure") return answer({ kind: "misfits", misfits, turn: data.turn });
  const fit =
    data.objectId === null ? fitView(data.lesson, misfits) : fitObject(data.lesson, data.objectId, misfits);
  answer({ kind: "fitted", fit });
};
