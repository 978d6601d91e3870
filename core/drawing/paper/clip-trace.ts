import {
  clipToSheet,
  type HLine,
  type Interval,
  pointOn,
  sharesOnLine,
  stretchesBehind,
  type Trace,
} from "../../ground/geometry/index.ts";
import type { Sheet } from "../view/index.ts";

/** The stretches of a course that lie on the sheet, in rising order. */
export function onSheet(trace: Trace, sheet: Sheet): readonly Interval[] {
  const { widthMm: w, heightMm: h } = sheet;
  switch (trace.kind) {
    case "straight": {
      const kept = clipToSheet(trace.from, trace.to, w, h);
      return kept ? [kept] : [];
    }
    case "arc": {
      const borders: HLine[] = [
        [1, 0, 0],
        [1, 0, -w],
        [0, 1, 0],
        [0, 1, -h],
      ];
      const cuts = [0, 1, ...borders.flatMap((line) => sharesOnLine(trace, line))].sort((a, b) => a - b);
      return cuts
        .slice(1)
        .map((to, i) => ({ from: cuts[i] ?? 0, to }))
        .filter(({ from, to }) => {
          if (to <= from) return false;
          const p = pointOn(trace, (from + to) / 2);
          return p.xMm >= 0 && p.xMm <= w && p.yMm >= 0 && p.yMm <= h;
        });
    }
    case "path":
      return stretchesBehind(
        trace,
        [
          [
            { xMm: 0, yMm: 0 },
            { xMm: w, yMm: 0 },
            { xMm: w, yMm: h },
            { xMm: 0, yMm: h },
          ],
        ],
        null,
      );
  }
}
