import { drawPaper, type Paper, PaperMemo } from "../../drawing/paper/index.ts";
import { type DrawnAs, type Program, planLesson, withToldNames } from "../../drawing/program/index.ts";
import { planView, type Sheet, type View } from "../../drawing/view/index.ts";
import type { Finding, Memo } from "../../ground/base/index.ts";
import { PLAN_DEFAULTS } from "../../ground/plan/index.ts";
import type { Lesson } from "../lesson/index.ts";
import { goingOnFrom } from "./memos.ts";

/** The first half of the plot, all that a picture of the sheet needs: document → view → moves → paper. Plain data. */
export interface DrawnLesson {
  readonly lesson: Lesson;
  /** The things by the names they are told by. */
  readonly objects: Readonly<Lesson["objects"]>;
  /** Names that cannot be told. */
  readonly ofNames: readonly Finding[];
  readonly sheet: Sheet;
  readonly view: View;
  readonly program: Program;
  readonly moves: Program["moves"];
  readonly paper: Paper;
}

/** Draws a lesson. Given an earlier drawing, only what the change reaches is drawn again. */
export function drawLesson(lesson: Lesson, before: DrawnLesson | null = null): DrawnLesson {
  return before?.lesson === lesson ? before : goingOnFrom(before, (memo) => drawStages(lesson, memo));
}

/**
 * The stages of drawing, each with the slices it reads. What the plan says beside the schools of drawing (goals, kit,
 * waits) is read by none of them: changing it draws nothing.
 */
export function drawStages(lesson: Lesson, memo: Memo): DrawnLesson {
  const { sheet, frontToBack, stepOrder } = lesson;
  const { objects, findings: ofNames } = memo("names", [lesson.objects], () => withToldNames(lesson.objects));
  const { centre, horizon = PLAN_DEFAULTS.horizon, guides, erase } = lesson.plan;
  const view = memo("view", [lesson.view, sheet], () => planView(lesson.view, sheet));
  const drawnAs = memo(
    "drawn as",
    [centre, horizon, guides, erase],
    (): DrawnAs => ({ centre, horizon, guides, erase }),
  );
  const program = memo("program", [view, objects, frontToBack, stepOrder, drawnAs], (parts) =>
    planLesson({ objects, frontToBack, stepOrder, drawnAs }, view, parts),
  );
  const paper = memo("paper", [program, view], (parts) =>
    drawPaper(
      program,
      view,
      parts("strokes laid", [view], () => new PaperMemo(view)),
    ),
  );
  return { lesson, objects, ofNames, sheet, view, program, moves: program.moves, paper };
}
