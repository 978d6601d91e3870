import { LONGEST_TAPE_MM, tapeNeeded } from "../../drawing/drafter/index.ts";
import { callVanishingPoint, findVanishingPoint, type View } from "../../drawing/view/index.ts";
import { type Finding, formatSmallLength, listOf } from "../../ground/base/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";

/** Reports a horizon or vanishing point beyond the sheet, with the paper to tape on or the marks that do without. */
export function judgeOffSheet(view: View): Finding[] {
  const { heightMm } = view.sheet;
  const findings: Finding[] = [];
  const beyond = Math.max(-view.horizonMm, view.horizonMm - heightMm);
  if (beyond > 0) {
    const side = view.horizonMm < 0 ? "top" : "bottom";
    findings.push({
      code: "horizon-off-sheet",
      severity: "note",
      about: "sheet",
      message: `The horizon lies ${formatSmallLength(beyond, view.sheet)} beyond the ${side} edge: tape on that much paper, or it cannot be drawn.`,
      numbers: { beyondMm: beyond },
    });
  }
  for (const { at, called } of vanishingPoints(view)) {
    const tape = tapeNeeded(at, view.sheet);
    if (tape.length === 0) continue;
    const longest = Math.max(...tape.map((t) => t.mm));
    const how =
      longest > LONGEST_TAPE_MM
        ? "too far to tape: mark both ends of each line on the sheet's edges instead"
        : "tape on a strip that long";
    findings.push({
      code: "vanishing-point-off-sheet",
      severity: "note",
      about: "sheet",
      message: `The ${called} stands ${listOf(tape.map((t) => `${formatSmallLength(t.mm, view.sheet)} beyond the ${t.side} edge`))}: ${how}.`,
      numbers: { tapeMm: longest },
    });
  }
  return findings;
}

/** Every finite vanishing point of every frame, with what it is called. */
export function vanishingPoints(view: View): { at: PaperPoint; called: string }[] {
  return view.frames.flatMap((frame, i) =>
    (["width", "height", "depth"] as const).flatMap((axis) => {
      const at = findVanishingPoint(view, frame, axis);
      // The uprights of all frames share one vanishing point: told once.
      if (!at || (axis === "height" && i > 0)) return [];
      return [
        { at, called: axis === "height" ? "third vanishing point" : callVanishingPoint(view, frame, axis) },
      ];
    }),
  );
}
