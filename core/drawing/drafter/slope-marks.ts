import { findPaperPoint, type HLine, meet, type PaperPoint } from "../../ground/geometry/index.ts";
import { findVanishingPoint, type Sheet, type View } from "../view/index.ts";
import type { Move } from "./move.ts";

/** A strip longer than this is a nuisance on a school desk; then marks on the sheet's edges do instead. */
export const LONGEST_TAPE_MM = 300;

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

/** The slope marks of every line that runs to a vanishing point too far off to tape. */
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
    if (!at || tapeNeeded(at, view.sheet).every((t) => t.mm <= LONGEST_TAPE_MM)) return [];
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
