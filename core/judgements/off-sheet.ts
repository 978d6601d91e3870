import { type Finding, formatLength, listOf } from "../base/index.ts";
import type { Move } from "../drafter/index.ts";
import { findPaperPoint, type HLine, meet, type PaperPoint } from "../geometry/index.ts";
import { findVanishingPoint, type Sheet, type View } from "../view/index.ts";

/** A strip longer than this is a nuisance on a school desk; then marks on the sheet's edges do instead. */
const LONGEST_TAPE_MM = 300;

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
      message: `The horizon lies ${formatLength(beyond, view.sheet)} beyond the ${side} edge: tape on that much paper, or it cannot be drawn.`,
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
      message: `The ${called} stands ${listOf(tape.map((t) => `${formatLength(t.mm, view.sheet)} beyond the ${t.side} edge`))}: ${how}.`,
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
      const both = findVanishingPoint(view, frame, "width") !== null;
      const side = axis === "height" ? "third " : both ? (axis === "depth" ? "left " : "right ") : "";
      const of = i === 0 ? "" : ` of ${frame.id}`;
      return [{ at, called: `${side}vanishing point${of}` }];
    }),
  );
}

/** How much paper must be taped on, and where, for a point to be marked. Empty when it lies on the sheet. */
export function tapeNeeded(
  at: PaperPoint,
  sheet: Sheet,
): { side: "left" | "right" | "top" | "bottom"; mm: number }[] {
  const sides = [
    { side: "left", mm: -at.xMm },
    { side: "right", mm: at.xMm - sheet.widthMm },
    { side: "top", mm: -at.yMm },
    { side: "bottom", mm: at.yMm - sheet.heightMm },
  ] as const;
  return sides.filter((s) => s.mm > 0);
}

/** Where a line enters and leaves the sheet: the two marks that let a ruler find it without its vanishing point. */
export interface SlopeMarks {
  readonly moveId: string;
  readonly marks: readonly [SlopeMark, SlopeMark];
}

export interface SlopeMark {
  readonly edge: "left" | "right" | "top" | "bottom";
  /** From the left on the level edges, from the top on the upright ones. */
  readonly alongMm: number;
}

/** The slope marks of every line that runs to a vanishing point off the sheet. */
export function slopeMarks(
  moves: readonly Move[],
  lines: ReadonlyMap<string, HLine>,
  view: View,
): SlopeMarks[] {
  return moves.flatMap((move): SlopeMarks[] => {
    const made = move.lines[0];
    const line = made && lines.get(made.id);
    if (!made || !line || made.rule.kind !== "toward" || made.rule.aim.kind !== "axis") return [];
    const { frame: frameId, axis } = made.rule.aim;
    const frame = view.frames.find((f) => f.id === frameId);
    const at = frame && findVanishingPoint(view, frame, axis);
    if (!at || tapeNeeded(at, view.sheet).length === 0) return [];
    const marks = edgeCrossings(line, view.sheet);
    const [a, b] = marks;
    return a && b ? [{ moveId: move.id, marks: [a, b] }] : [];
  });
}

function edgeCrossings(line: HLine, sheet: Sheet): SlopeMark[] {
  const { widthMm: w, heightMm: h } = sheet;
  const borders = [
    { edge: "left", line: [1, 0, 0] as HLine, along: "y" },
    { edge: "right", line: [1, 0, -w] as HLine, along: "y" },
    { edge: "top", line: [0, 1, 0] as HLine, along: "x" },
    { edge: "bottom", line: [0, 1, -h] as HLine, along: "x" },
  ] as const;
  return borders.flatMap(({ edge, line: border, along }): SlopeMark[] => {
    const p = findPaperPoint(meet(line, border));
    if (!p) return [];
    const [at, reach] = along === "x" ? [p.xMm, w] : [p.yMm, h];
    return at >= 0 && at <= reach ? [{ edge, alongMm: at }] : [];
  });
}
