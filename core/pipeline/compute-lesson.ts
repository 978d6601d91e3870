import type { Finding } from "../base/index.ts";
import { type Evaluation, evaluate } from "../drafter/index.ts";
import { findCurrentTake, type Lesson } from "../lesson/index.ts";
import { withDrawingMends } from "../mends/index.ts";
import { type Heard, understand, type Word, wordsOf } from "../narration/index.ts";
import { AGE_BANDS } from "../plan/index.ts";
import {
  type EditMap,
  editMap,
  judgeSync,
  type Part,
  partsOf,
  type Schedule,
  scheduleSteps,
} from "../schedule/index.ts";
import { groupSteps, type Step, type WordMemo } from "../steps/index.ts";
import { type DrawnLesson, drawLesson } from "./draw-lesson.ts";
import { judgeDrawing } from "./judge-drawing.ts";

/** Everything that follows from a lesson document. Never saved: always computed. */
export interface ComputedLesson extends DrawnLesson {
  readonly evaluation: Evaluation;
  readonly steps: readonly Step[];
  /** The words of the current take's narration; empty before there is one. */
  readonly words: readonly Word[];
  /** What those words do in the lesson. */
  readonly heard: readonly Heard[];
  readonly schedule: Schedule;
  /** The current take's clock against the lesson's; null before there is a take. */
  readonly editMap: EditMap | null;
  /** The parts it is taught in. */
  readonly parts: readonly Part[];
  /** What step making found; part of `findings` too. */
  readonly stepFindings: readonly Finding[];
  readonly findings: readonly Finding[];
  /** Words made before in this view. */
  readonly wordMemo: WordMemo;
}

/**
 * The plot: document → view → moves → points → paper → steps → schedule. Given what was computed for an
 * earlier document, a stage runs again only when one of its inputs is another object than before.
 */
export function computeLesson(lesson: Lesson, before: ComputedLesson | null = null): ComputedLesson {
  const was = before?.lesson;
  const drawn = drawLesson(lesson, before);
  const { view, program, paper } = drawn;
  const sameProgram = before?.program === program;
  const wordMemo: WordMemo = before?.view === view ? before.wordMemo : new WeakMap();
  const evaluation = sameProgram ? before.evaluation : evaluate(program.moves, view);

  const sameSteps = sameProgram && was?.steps === lesson.steps;
  const grouped = sameSteps
    ? { steps: before.steps, findings: before.stepFindings }
    : groupSteps({
        moves: program.moves,
        evaluation,
        paper,
        view,
        plan: lesson.plan,
        overrides: lesson.steps,
        memo: wordMemo,
        objectOf: objectsOf(lesson),
      });

  const sameTakes = before !== null && was?.takes === lesson.takes && was.currentTake === lesson.currentTake;
  const take = findCurrentTake(lesson);
  const cues = take?.narration?.cues ?? NO_CUES;
  const same = before !== null && (findCurrentTake(before.lesson)?.narration?.cues ?? NO_CUES) === cues;
  const words = same ? before.words : cues.flatMap(wordsOf);
  const heard = same ? before.heard : understand(cues);
  const durationMs = take ? takeDurationMs(take, words) : 0;
  const map = sameTakes ? before.editMap : take && editMap(take.edits ?? [], durationMs);
  const schedule =
    sameSteps && sameTakes
      ? before.schedule
      : scheduleSteps({
          steps: grouped.steps,
          moves: program.moves,
          paper,
          pace: AGE_BANDS[lesson.plan.ageBand],
          take: take &&
            map && {
              durationMs,
              words,
              anchors: take.anchors,
              strokeAnchors: take.strokeAnchors ?? {},
              map,
            },
        });

  const taught = partsOf(grouped.steps, schedule, lesson.plan);

  const findings = [
    ...program.findings,
    ...evaluation.findings,
    ...paper.findings,
    ...grouped.findings,
    ...judgeDrawing(drawn),
    ...schedule.findings,
    ...(take && map
      ? withDrawingMends(
          judgeSync({
            steps: grouped.steps,
            schedule,
            map,
            words,
            heard,
            pace: AGE_BANDS[lesson.plan.ageBand],
            sheet: drawn.sheet,
            take,
          }),
          lesson,
          grouped.steps,
          words,
          view,
        )
      : []),
    ...taught.findings,
  ];
  return {
    ...drawn,
    evaluation,
    steps: grouped.steps,
    words,
    heard,
    schedule,
    editMap: map,
    parts: taught.parts,
    stepFindings: grouped.findings,
    findings,
    wordMemo,
  };
}

const NO_CUES: NonNullable<NonNullable<Lesson["takes"][number]["narration"]>["cues"]> = [];

function objectsOf(lesson: Lesson): (id: string) => Lesson["objects"][number] | null {
  const objects = new Map(lesson.objects.map((o) => [o.id, o]));
  return (id) => objects.get(id) ?? null;
}

/** Lesson time of a take: its video's, or to the end of its words before the video is there. */
function takeDurationMs(
  take: NonNullable<ReturnType<typeof findCurrentTake>>,
  words: readonly Word[],
): number {
  return take.video?.durationMs ?? words[words.length - 1]?.endMs ?? 0;
}
