import type { Lesson } from "../lesson/index.ts";
import { drawPaper, type Paper, PaperMemo } from "../paper/index.ts";
import { type Program, planLesson } from "../program/index.ts";
import { planView, type Sheet, type View } from "../view/index.ts";

/** The first half of the plot, all that a picture of the sheet needs: document → view → moves → paper. */
export interface DrawnLesson {
  readonly lesson: Lesson;
  readonly sheet: Sheet;
  readonly view: View;
  readonly program: Program;
  readonly moves: Program["moves"];
  readonly paper: Paper;
  /** What laying strokes found out, taken over while the view stays the same. */
  readonly paperMemo: PaperMemo;
}

/** Draws a lesson. Given an earlier drawing, only what the change reaches is drawn again. */
export function drawLesson(lesson: Lesson, before: DrawnLesson | null = null): DrawnLesson {
  const was = before?.lesson;
  const sameView = before !== null && was?.view === lesson.view && was.sheet === lesson.sheet;
  if (
    sameView &&
    was?.objects === lesson.objects &&
    was.frontToBack === lesson.frontToBack &&
    was.stepOrder === lesson.stepOrder &&
    was.plan === lesson.plan
  )
    return before.lesson === lesson ? before : { ...before, lesson };
  const view = sameView ? before.view : planView(lesson.view, lesson.sheet);
  const program = planLesson(lesson, view, sameView ? before.program : null);
  const paperMemo = sameView ? before.paperMemo : new PaperMemo(view);
  const paper = drawPaper(program, view, paperMemo);
  return { lesson, sheet: lesson.sheet, view, program, moves: program.moves, paper, paperMemo };
}
