import { fillsAfter, type Paper, paperAfter, type StandingStroke } from "../../drawing/paper/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import { pointOn } from "../../ground/geometry/index.ts";
import { sheetMark } from "./draw-state.ts";
import type { Emphasis } from "./ink.ts";
import type { Drawing, Mark } from "./mark.ts";
import { fillMarks, strokeMarks } from "./stroke-marks.ts";

/** A finished sheet. */
export interface FinishedSheet {
  readonly paper: Paper;
  readonly sheet: Sheet;
  readonly moves: readonly unknown[];
}

/** Visible sameness on paper, in mm. */
const SAME_MM = 0.05;

/** Two finished sheets in one picture: what stands on both is plain, what only the later one has is new, what it lacks is going. */
export function compareDrawings(before: FinishedSheet, after: FinishedSheet): Drawing {
  const [was, is] = [standing(before), standing(after)];
  const tones = fillMarks(fillsAfter(after.paper, after.moves.length - 1));
  const last = { was: before.moves.length, is: after.moves.length };
  const marks = (list: Map<string, StandingStroke>, other: Map<string, StandingStroke>, emphasis: Emphasis) =>
    [...list].flatMap(([key, { stroke, pieces }]): Mark[] => {
      const same = other.has(key);
      if (same && emphasis === "going") return [];
      const how = {
        moveIndex: emphasis === "going" ? last.was : last.is,
        emphasis: same ? ("standing" as const) : emphasis,
        medium: "bench" as const,
      };
      const made = strokeMarks(stroke, pieces, how);
      return emphasis === "going" ? made.map((m) => ({ ...m, id: `was/${m.id}` })) : made;
    });
  const changed = [...is.keys()].filter((k) => !was.has(k)).length;
  return {
    unit: "mm",
    box: { x: 0, y: 0, width: after.sheet.widthMm, height: after.sheet.heightMm },
    marks: [sheetMark(after.sheet), ...tones, ...marks(was, is, "going"), ...marks(is, was, "new")],
    alt: changed === 0 ? "The finished sheet." : `The finished sheet with ${changed} lines that are new.`,
  };
}

/** The strokes of a finished sheet by what of them can be seen. */
function standing({ paper, moves }: FinishedSheet): Map<string, StandingStroke> {
  return new Map(
    paperAfter(paper, moves.length - 1).map((s) => {
      const ends = s.pieces.flatMap((p) => [pointOn(s.stroke.trace, p.from), pointOn(s.stroke.trace, p.to)]);
      const places = ends.map((p) => `${Math.round(p.xMm / SAME_MM)},${Math.round(p.yMm / SAME_MM)}`);
      return [`${s.stroke.role} ${places.join(" ")}`, s];
    }),
  );
}
