import { type Finding, formatLength } from "../base/index.ts";
import { findVanishingPoint, type View } from "../view/index.ts";

/** Reports a horizon or vanishing point beyond the sheet, with the paper to tape on. */
export function judgeOffSheet(view: View): Finding[] {
  const { widthMm, heightMm } = view.sheet;
  const findings: Finding[] = [];
  const beyond = Math.max(-view.horizonMm, view.horizonMm - heightMm);
  if (beyond > 0) {
    const side = view.horizonMm < 0 ? "top" : "bottom";
    findings.push({
      code: "horizon-off-sheet",
      severity: "note",
      about: "sheet",
      message: `The horizon lies ${formatLength(beyond, view.sheet)} beyond the ${side} edge: tape on that much paper, or it cannot be drawn.`,
      numbers: { beyondMm: beyond },
    });
  }
  for (const frame of view.frames) {
    for (const axis of ["width", "depth"] as const) {
      const at = findVanishingPoint(view, frame, axis);
      const off = at ? Math.max(-at.xMm, at.xMm - widthMm) : 0;
      if (!at || off <= 0) continue;
      findings.push({
        code: "vanishing-point-off-sheet",
        severity: "note",
        about: "sheet",
        message: `A vanishing point stands ${formatLength(off, view.sheet)} beyond the ${at.xMm < 0 ? "left" : "right"} edge: tape on a strip that long.`,
        numbers: { tapeMm: off },
      });
    }
  }
  return findings;
}
