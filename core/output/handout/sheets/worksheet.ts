import { type PaperStroke, paperAfter } from "../../../drawing/paper/index.ts";
import { SHEET_ID } from "../../../drawing/program/index.ts";
import { findVanishingPoint } from "../../../drawing/view/index.ts";
import {
  type Colour,
  carryMarks,
  type Drawing,
  drawState,
  drawWith,
  type Mark,
  type Pen,
  strokeMarks,
} from "../../../showing/display/index.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { markOf } from "../print-mark.ts";
import { layTrueScale } from "./true-scale.ts";

/** What stands on a worksheet before the pupil begins. */
export const WORKSHEETS = ["after", "starts", "rays"] as const;
export type WorksheetKind = (typeof WORKSHEETS)[number];

/** The pupil's sheet at true scale, with some of the drawing on it in pale lines, to be carried on. */
export function layWorksheet(
  { computed, handed }: Source,
  { on, step: stepId }: { readonly on: WorksheetKind; readonly step: string | null },
  { paper, measure }: Tools,
): Laid {
  const { steps, sheet } = computed;
  const step =
    steps.find((s) => s.id === stepId) ??
    steps.findLast((s) => s.objectId === SHEET_ID && !s.task) ??
    steps[0];
  const { drawing, title, says } =
    on === "after" && step
      ? {
          drawing: drawState(computed.paper, sheet, step.lastMove, step.lastMove + 1, "bench"),
          title: `Go on from step ${step.number}`,
          says: `Steps 1 to ${step.number} are drawn. Go on with ${steps[step.number] ? `step ${step.number + 1}` : "your own details"}.`,
        }
      : on === "starts"
        ? {
            drawing: drawnOf(computed, startsOf(computed)),
            title: "First lines",
            says: "The first lines of each thing are drawn. Finish each from there.",
          }
        : {
            drawing: drawnOf(computed, raysOf(computed)),
            title: "Rays only",
            says: "Begin with the corner nearest to the point, and draw each thing between its rays.",
          };
  const marks = drawing.marks.filter((m) => m.id !== "sheet").map(pale);
  const mark = markOf([on, title, says, marks]);
  const { widthMm: width, heightMm: height } = sheet;
  return {
    ...layTrueScale(
      {
        size: { width, height },
        marks,
        alt: `The pupil's sheet, ${title.toLowerCase()}. ${says}`,
        title,
        says,
        lessonTitle: handed.title,
        mark,
        video:
          on === "after" && step
            ? videoOf(step.number, computed.schedule.windows[step.number], handed)
            : undefined,
      },
      paper,
      measure,
    ),
    prints: [{ id: `worksheet/${on}${on === "after" && step ? `/${step.id}` : ""}`, mark }],
  };
}

/** Where the video goes on after a step; nowhere where the take states no address, or nothing follows. */
function videoOf(
  stepNumber: number,
  next: Source["computed"]["schedule"]["windows"][number] | undefined,
  { videoAt }: Source["handed"],
) {
  if (!videoAt || !next) return undefined;
  return { address: videoAt(next.startMs), at: `the video at step ${stepNumber + 1}` };
}

type Drawn = Pick<Source["computed"], "paper" | "sheet" | "moves" | "view">;

/** Some strokes as they lie once each is drawn, before anything of theirs is rubbed out. */
function drawnOf(
  { paper, sheet }: Drawn,
  shown: readonly { readonly stroke: PaperStroke; readonly at: number }[],
): Drawing {
  const empty = drawState(paper, sheet, -1, 0, "bench");
  const marks = shown.flatMap(({ stroke, at }) => {
    const pieces = paperAfter({ ...paper, strokes: [stroke] }, at).flatMap((s) => s.pieces);
    return strokeMarks(stroke, pieces, { moveIndex: at, emphasis: "standing", medium: "bench" });
  });
  return { ...empty, marks };
}

/** The strokes of what is set up, and of the first phase of each thing. */
function startsOf({ paper, moves }: Drawn) {
  const first = new Map<string, string>();
  for (const { objectId, phase, stroke } of moves)
    if (stroke && !first.has(objectId)) first.set(objectId, phase);
  return paper.strokes.flatMap((stroke) => {
    const move = moves[stroke.moveIndex];
    if (!move) return [];
    return isSetUp(move.objectId) || first.get(move.objectId) === move.phase
      ? [{ stroke, at: stroke.moveIndex }]
      : [];
  });
}

/** The strokes of what is set up, and every line that runs to a vanishing point. */
function raysOf({ paper, moves, view }: Drawn) {
  const vanishes = (frameId: string, axis: "width" | "height" | "depth") => {
    const frame = view.frames.find((f) => f.id === frameId);
    return frame !== undefined && findVanishingPoint(view, frame, axis) !== null;
  };
  return paper.strokes.flatMap((stroke) => {
    const move = moves[stroke.moveIndex];
    if (!move) return [];
    const isRay = move.lines.some(
      ({ rule }) =>
        rule.kind === "toward" && rule.aim.kind === "axis" && vanishes(rule.aim.frame, rule.aim.axis),
    );
    return isSetUp(move.objectId) || (isRay && stroke.trace.kind === "straight")
      ? [{ stroke, at: stroke.moveIndex }]
      : [];
  });
}

const isSetUp = (objectId: string) => objectId === SHEET_ID;

const PALE: Readonly<Partial<Record<Colour, Colour>>> = {
  graphite: "pale",
  guide: "pale",
  "tone-2": "tone-1",
  "tone-3": "tone-1",
};

/** Lines to be gone over are pale enough to vanish under a pencil, and thick enough to be seen. */
const PALE_PEN: Pen<Mark> = {
  path: (mark) => ({
    ...mark,
    ink: mark.ink && {
      ...mark.ink,
      colour: PALE[mark.ink.colour] ?? mark.ink.colour,
      width: Math.max(0.25, mark.ink.width * 0.7),
    },
    fill: mark.fill && (PALE[mark.fill] ?? mark.fill),
  }),
  area: (mark) => ({ ...mark, fill: PALE[mark.fill] ?? mark.fill }),
  dot: (mark) => mark,
  text: (mark) => mark,
};

function pale(mark: Mark): Mark {
  return drawWith(PALE_PEN, mark);
}

/** The finished drawing at true scale in thin black lines, to be copied onto a film and laid over a pupil's sheet. */
export function layOverlay({ computed, handed }: Source, { paper, measure }: Tools): Laid {
  const { sheet, moves } = computed;
  const drawing = drawState(computed.paper, sheet, moves.length - 1, moves.length, "bench");
  const marks = carryMarks(
    drawing.marks.filter((m) => m.id !== "sheet" && m.kind !== "area"),
    { to: (p) => p, line: () => 0.6 },
  );
  const mark = markOf(marks);
  const laid = layTrueScale(
    {
      size: { width: sheet.widthMm, height: sheet.heightMm },
      marks,
      alt: `The finished drawing of ${handed.title}, to lay on a pupil's sheet.`,
      title: "To lay on",
      says: "Copy onto see-through film, or hold both sheets up to the light.",
      lessonTitle: handed.title,
      mark,
    },
    paper,
    measure,
  );
  return { ...laid, prints: [{ id: "overlay", mark }] };
}
