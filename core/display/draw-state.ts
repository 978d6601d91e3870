import { fillsAfter, type Paper, paperAfter } from "../paper/index.ts";
import type { Step } from "../steps/index.ts";
import type { Sheet } from "../view/index.ts";
import type { Medium } from "./ink.ts";
import { letterMarks } from "./letter-marks.ts";
import type { Drawing, Mark } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";
import { fillMarks, spot, strokeMarks } from "./stroke-marks.ts";

/** The bare sheet as a mark. */
export function sheetMark(sheet: Sheet): Mark {
  const [w, h] = [sheet.widthMm, sheet.heightMm];
  return {
    kind: "path",
    id: "sheet",
    points: [
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: h },
      { x: 0, y: h },
    ],
    closed: true,
    ink: { colour: "frame", width: 0.25, dash: [] },
    fill: "sheet",
  };
}

/** The paper after a move, in mm: strokes of moves from `newFrom` on are new, the others stood before. */
export function drawState(
  paper: Paper,
  sheet: Sheet,
  moveIndex: number,
  newFrom: number,
  medium: Medium,
): Drawing {
  const standing = paperAfter(paper, moveIndex);
  const marks: Mark[] = [];
  for (const { stroke, pieces } of standing) {
    const emphasis = stroke.moveIndex >= newFrom ? "new" : "standing";
    for (const mark of strokeMarks(stroke, pieces, { moveIndex, emphasis, medium })) marks.push(mark);
  }
  return inLayers(
    sheet,
    fillMarks(fillsAfter(paper, moveIndex)),
    marks,
    `The sheet with ${standing.length} lines and marks on it.`,
  );
}

/** The picture of a step: what it adds is new; for a rubbing-out, what it takes away is shown going. */
export function drawStep(paper: Paper, sheet: Sheet, step: Step, medium: Medium): Drawing {
  if (step.task) return drawTask(paper, sheet, step, medium);
  const alt = `Step ${step.number}: ${step.title}. ${step.instruction.join(" ")}`;
  const takesAway = paper.strokes.some((s) => s.pieces.some((p) => p.diesAt === step.firstMove));
  if (!takesAway) {
    const state = drawState(paper, sheet, stateShown(paper, step), step.firstMove, medium);
    return { ...state, marks: [...state.marks, ...letterMarks(step, sheet, state.marks, medium)], alt };
  }
  const moveIndex = step.firstMove - 1;
  const marks = paperAfter(paper, moveIndex).flatMap(({ stroke, pieces }) => [
    ...strokeMarks(
      stroke,
      pieces.filter((p) => p.diesAt !== step.firstMove),
      { moveIndex, emphasis: "standing", medium },
    ),
    ...strokeMarks(
      stroke,
      pieces.filter((p) => p.diesAt === step.firstMove),
      { moveIndex, emphasis: "going", medium },
    ),
  ]);
  const drawing = inLayers(sheet, fillMarks(fillsAfter(paper, moveIndex)), marks, alt);
  return { ...drawing, marks: [...drawing.marks, ...letterMarks(step, sheet, drawing.marks, medium)] };
}

/** The picture of a step without a line: the sheet as it lies by then, with what the task is about in bold and in tone. */
function drawTask(paper: Paper, sheet: Sheet, step: Step, medium: Medium): Drawing {
  const about = new Set((step.task?.concerns ?? []).flatMap((c) => (c.pieces || c.faces ? [] : [c.thing])));
  const moveIndex = step.lastMove;
  const lines = paperAfter(paper, moveIndex).flatMap(({ stroke, pieces }) =>
    strokeMarks(stroke, pieces, {
      moveIndex,
      emphasis: about.has(stroke.objectId) ? "new" : "standing",
      medium,
    }),
  );
  const marked = step.marked.map(
    (region, i): Mark => ({
      kind: "area",
      id: `${step.id}#marked-${i}`,
      rings: region.map((ring) => ring.map(spot)),
      fill: "tone-2",
    }),
  );
  return inLayers(
    sheet,
    [...fillMarks(fillsAfter(paper, moveIndex)), ...marked],
    lines,
    `Step ${step.number}: ${step.title}. ${step.instruction.join(" ")}`,
  );
}

/** The move up to which a step is shown: where it ends with rubbing out, what it works with still stands. */
function stateShown(paper: Paper, step: Step): number {
  const erased = paper.strokes.flatMap((s) =>
    s.pieces.flatMap((p) =>
      p.diesAt !== null && p.diesAt >= step.firstMove && p.diesAt <= step.lastMove ? [p.diesAt] : [],
    ),
  );
  return erased.length === 0 ? step.lastMove : Math.min(...erased) - 1;
}

/** Tones lie under all lines, new lines over those that stood before. */
function inLayers(sheet: Sheet, tones: readonly Mark[], marks: readonly Mark[], alt: string): Drawing {
  const isNew = (m: Mark) => drawWith(IS_NEW, m);
  return {
    unit: "mm",
    box: { x: 0, y: 0, width: sheet.widthMm, height: sheet.heightMm },
    marks: [sheetMark(sheet), ...tones, ...marks.filter((m) => !isNew(m)), ...marks.filter(isNew)],
    alt,
  };
}

const IS_NEW: Pen<boolean> = {
  path: ({ ink }) => ink?.colour === "new",
  area: () => false,
  dot: ({ fill }) => fill === "new",
  text: () => false,
};
