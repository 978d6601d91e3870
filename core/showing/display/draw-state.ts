import {
  fillsAfter,
  isDot,
  type Paper,
  type PaperStroke,
  paperAfter,
  type StrokePiece,
} from "../../drawing/paper/index.ts";
import type { Sheet } from "../../drawing/view/index.ts";
import type { Pictured, Step } from "../../telling/steps/index.ts";
import type { Task } from "../../telling/tasks/index.ts";
import { clipMarks } from "./clip-marks.ts";
import type { Emphasis, Medium } from "./ink.ts";
import type { Drawing, Mark, Spot } from "./mark.ts";
import { drawWith, type Pen } from "./pen.ts";
import { fillMarks, spot, strokeMarks } from "./stroke-marks.ts";
import { taskSign } from "./task-signs.ts";

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

/**
 * The sheet as the picture of a step shows it: what the step draws or goes over is new, what it takes away is going, and all
 * else stood before. Moves in `hides` are left out, and what is in `light` stays light: a pupil is asked for it.
 */
export function drawStep(
  paper: Paper,
  sheet: Sheet,
  step: Step,
  medium: Medium,
  {
    hides = [],
    light = [],
    grain = 1,
  }: Partial<Pick<Pictured, "hides" | "light">> & { readonly grain?: number } = {},
): Drawing {
  const alt = `Step ${step.number}: ${step.title}. ${step.instruction.join(" ")}`;
  if (step.task) return drawTask(paper, sheet, step, medium, alt);
  const shown = stateShown(paper, step);
  const hidden = new Set(hides);
  const goneOver = goneOverIn(step, light);
  const marks = paperAfter(paper, shown).flatMap(({ stroke, pieces }) => {
    if (hidden.has(stroke.moveIndex)) return [];
    // What a later step goes over is light until then, though its thing is closed.
    const isLight =
      stroke.firmFrom >= step.firstMove && step.acts.length > 0 && !goneOver.has(stroke.moveIndex);
    const moveIndex =
      isLight && stroke.firmFrom > stroke.moveIndex ? Math.min(shown, stroke.firmFrom - 1) : shown;
    const by = new Map<Emphasis, StrokePiece[]>();
    for (const piece of pieces) {
      const emphasis = emphasisOf(stroke, piece, step, goneOver);
      by.set(emphasis, [...(by.get(emphasis) ?? []), piece]);
    }
    return [...by].flatMap(([emphasis, some]) =>
      strokeMarks(stroke, some, { moveIndex, emphasis, medium, grain }),
    );
  });
  return inLayers(sheet, fillMarks(fillsAfter(paper, shown)), marks, alt);
}

/** The moves before the step whose lines it goes over. */
function goneOverIn(step: Step, light: readonly number[]): ReadonlySet<number> {
  const asked = new Set(light);
  const moves = step.acts.flatMap(({ told }) => [...(told.firms ?? []), ...told.moves]);
  return new Set(moves.filter((m) => !asked.has(m)));
}

function emphasisOf(
  stroke: PaperStroke,
  piece: StrokePiece,
  step: Step,
  goneOver: ReadonlySet<number>,
): Emphasis {
  if (stroke.moveIndex >= step.firstMove) return "new";
  // A guide drawn before is new again where it is gone over.
  if (piece.part !== "tail" && !isDot(stroke) && goneOver.has(stroke.moveIndex)) return "new";
  return piece.diesAt !== null && piece.diesAt >= step.firstMove && piece.diesAt <= step.lastMove
    ? "going"
    : "standing";
}

/** The picture of a step without a line: the sheet as it lies by then, with what the task is about in bold and in tone. */
function drawTask(paper: Paper, sheet: Sheet, step: Step, medium: Medium, alt: string): Drawing {
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
  const state = inLayers(sheet, [...fillMarks(fillsAfter(paper, moveIndex)), ...marked], lines, alt);
  const sign = step.task ? signOf(step.task, step.id, sheet, [...lines, ...marked]) : [];
  return { ...state, marks: [...state.marks, ...sign] };
}

/** The sign of a task: large on an empty sheet, else in the emptiest corner of it. */
function signOf(task: Task, id: string, { widthMm: w, heightMm: h }: Sheet, lines: readonly Mark[]): Mark[] {
  const isLarge = lines.length === 0;
  const size = Math.min(w, h) * (isLarge ? 0.5 : 0.17);
  const air = size * 0.2;
  const places = isLarge
    ? [{ x: (w - size) / 2, y: (h - size) / 2 }]
    : [0, 1].flatMap((up) =>
        [1, 0].map((side) => ({
          x: side === 1 ? w - size - air : air,
          y: up === 0 ? air : h - size - air,
        })),
      );
  const covered = ({ x, y }: Spot) =>
    clipMarks(lines, { x: x - air, y: y - air, width: size + 2 * air, height: size + 2 * air }).length;
  const at = places.reduce((best, place) => (covered(place) < covered(best) ? place : best));
  return taskSign(task.kind, id, at, size, { colour: "accent", width: size * 0.035, dash: [] });
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

/** Whether a mark is what its step is about. */
export function isNew(mark: Mark): boolean {
  return drawWith(IS_NEW, mark);
}
