import type { Paper } from "../../drawing/paper/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { countOf, type Finding, formatLength, sentenceCase } from "../../ground/base/index.ts";
import { distanceMm } from "../../ground/geometry/index.ts";

/** A school ruler; common practice, no published source. */
export const USUAL_RULER_MM = 300;

/** Reports lines longer than the ruler, with where to hold and shift it. */
export function judgeRulerReach(paper: Paper, view: View, rulerMm: number): Finding[] {
  const long = paper.strokes
    .filter((s) => s.trace.kind === "straight" && s.pieces.length > 0 && s.role !== "crease")
    .map((s) => {
      const [first, last] = [s.pieces[0]?.from ?? 0, s.pieces[s.pieces.length - 1]?.to ?? 1];
      return { id: s.id, lengthMm: distanceMm(s.from, s.to) * (last - first) };
    })
    .filter((s) => s.lengthMm > rulerMm);
  const longest = long.sort((a, b) => b.lengthMm - a.lengthMm)[0];
  if (!longest) return [];
  return [
    {
      code: "beyond-ruler",
      severity: "note",
      about: "sheet",
      message: `${sentenceCase(countOf(long.length, "line is", "lines are"))} longer than the ruler of ${formatLength(rulerMm, view.sheet)}, the longest ("${longest.id}") ${formatLength(longest.lengthMm, view.sheet)}: draw to about two thirds, shift the ruler along the line so that it still covers the half just drawn, and go on.`,
      numbers: { lines: long.length, longestMm: longest.lengthMm, rulerMm },
    },
  ];
}
