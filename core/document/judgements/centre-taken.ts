import type { PlannedSolid } from "../../drawing/program/index.ts";
import {
  centreOfVision,
  setFrame,
  type View,
  type ViewSlice,
  worldToPaper,
} from "../../drawing/view/index.ts";
import { type Finding, formatSmallLength } from "../../ground/base/index.ts";
import { findPaperPoint } from "../../ground/geometry/index.ts";

/**
 * Says where we look straight ahead when nobody has stated it and midway between the points lies off the sheet, with the place that
 * suits what is drawn best: the middle of it all.
 */
export function judgeCentreOfVision(
  slice: ViewSlice,
  solids: readonly PlannedSolid[],
  view: View,
): Finding[] {
  const [frame] = slice.frames;
  if (frame?.kind !== "two-point") return [];
  const { xMm, by } = centreOfVision(frame, view.sheet);
  if (by !== "sheet") return [];
  const across = solids.flatMap(({ solid }) =>
    Object.values(solid.corners).flatMap((corner) => {
      const p = findPaperPoint(worldToPaper(view.camera, corner));
      return p ? [p.xMm] : [];
    }),
  );
  const left = frame.leftVanishingPoint.fromLeftMm;
  const right = frame.rightVanishingPoint.fromLeftMm;
  const drawn = across.length > 0 ? (Math.min(...across) + Math.max(...across)) / 2 : xMm;
  const away = (mm: number) =>
    `${formatSmallLength(Math.abs(mm), view.sheet)} further to the ${mm < 0 ? "left" : "right"}`;
  const best = Math.round(Math.min(right - 1, Math.max(left + 1, drawn)));
  const midway = (left + right) / 2;
  return [
    {
      code: "centre-of-vision-taken",
      severity: "note",
      about: "sheet",
      message: `Nobody has said where we look straight ahead. Midway between the vanishing points lies ${away(midway - xMm)}, so ${formatSmallLength(xMm, view.sheet)} from the left is taken, before the sheet.`,
      numbers: { takenMm: xMm, midwayMm: midway, bestMm: best },
      fix: {
        label: "Look at the middle of what is drawn",
        changes: [setFrame(frame.id, "centreOfVision", { fromLeftMm: best })],
      },
    },
  ];
}
