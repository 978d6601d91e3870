import { type Evaluation, evaluate } from "../../drawing/drafter/index.ts";
import type { Finding, Memo } from "../../ground/base/index.ts";
import { paceOf } from "../../ground/plan/index.ts";
import { judgeOverlay, judgeRegistration } from "../../showing/overlay/index.ts";
import {
  findStep,
  groupSteps,
  moveOfStepId,
  presentName,
  type Step,
  type Telling,
} from "../../telling/steps/index.ts";
import { type Heard, understand, type Word, wordsOf } from "../../time/narration/index.ts";
import {
  type EditMap,
  editMap,
  judgeSync,
  type Part,
  partsOf,
  type Schedule,
  scheduleSteps,
} from "../../time/schedule/index.ts";
import { depthsOntoMarks, judgeRounding, placesMovedByRounding } from "../judgements/index.ts";
import { findCurrentTake, type Lesson, type Take } from "../lesson/index.ts";
import { withDrawingFixes } from "../quick-fixes/index.ts";
import { type DrawnLesson, drawStages } from "./draw-lesson.ts";
import { inNames } from "./in-names.ts";
import { judgeDrawing } from "./judge-drawing.ts";
import { goingOnFrom } from "./memos.ts";
import { markTasks } from "./task-marks.ts";

/** Everything that follows from a lesson document. Never saved: always computed. Plain data: it can be cloned to a worker. */
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
  readonly findings: readonly Finding[];
}

/**
 * The plot: document → view → moves → points → paper → steps → schedule. Given what was computed for an earlier document,
 * a stage runs again only when one of the slices it reads is another than before. What its words do may be handed in, the
 * same list as long as the words are the same: an hour of them is understood beside the page.
 */
export function computeLesson(
  lesson: Lesson,
  before: ComputedLesson | null = null,
  understood: readonly Heard[] | null = null,
): ComputedLesson {
  if (before?.lesson === lesson && (understood === null || before.heard === understood)) return before;
  return goingOnFrom(before, (memo) => computeStages(lesson, memo, understood));
}

function computeStages(lesson: Lesson, memo: Memo, understood: readonly Heard[] | null): ComputedLesson {
  const drawn = drawStages(lesson, memo);
  const { view, program, paper, moves } = drawn;
  const { ruler } = lesson.plan;
  const evaluation = memo("points", [moves, view], () => evaluate(moves, view));

  const telling = tellingOf(lesson.plan, memo);
  const { tasks, findings: ofTasks } = markTasks(drawn, memo);
  const grouped = memo(
    "steps",
    [program, evaluation, paper, view, telling, lesson.steps, tasks, lesson.beginsOn],
    (parts) =>
      groupSteps(
        {
          moves,
          evaluation,
          paper,
          view,
          telling,
          tasks,
          overrides: lesson.steps,
          begunWith: lesson.beginsOn?.things,
          objectOf: objectsOf(drawn.objects),
        },
        parts,
      ),
  );
  const { steps } = grouped;

  const take = takeOf(lesson, steps, moves, memo);
  const { cues = NO_CUES } = take?.narration ?? {};
  const words = memo("words", [cues], () => cues.flatMap(wordsOf));
  const heard = understood ?? memo("understanding", [cues], () => understand(cues));
  const durationMs = take ? takeDurationMs(take, words) : 0;
  const map = memo("clocks", [take === null, take?.edits, durationMs], () =>
    take ? editMap(take.edits ?? [], durationMs) : null,
  );
  const pace = paceFor(lesson.plan, memo);
  const schedule = memo(
    "schedule",
    [steps, moves, paper, pace, words, take?.anchors, take?.strokeAnchors, map],
    () =>
      scheduleSteps({
        steps,
        moves,
        paper,
        pace,
        take: take &&
          map && {
            durationMs,
            words,
            anchors: take.anchors,
            strokeAnchors: take.strokeAnchors ?? {},
            map,
          },
      }),
  );

  const taught = taughtIn(lesson.plan, steps, schedule, moves, memo);
  const { deliverable, centre } = lesson.plan;
  const seen = memo("drawing judged", [program, view, paper, drawn.sheet, deliverable, centre, ruler], () =>
    judgeDrawing(drawn),
  );
  const moved = memo("rounded", [moves, evaluation, view, ruler], () =>
    ruler === "straight-edge" ? [] : placesMovedByRounding(moves, evaluation, view),
  );
  const ontoMarks = memo("depths", [lesson.objects, moves, evaluation, view], () =>
    depthsOntoMarks(lesson.objects, moves, evaluation, view),
  );
  const inStep = memo(
    "sync judged",
    [steps, schedule, map, words, heard, pace, drawn.sheet, take, view, lesson.view, lesson.objects],
    () =>
      take && map
        ? withDrawingFixes(
            judgeSync({ steps, schedule, map, words, heard, pace, sheet: drawn.sheet, take }),
            lesson,
            steps,
            words,
            view,
          )
        : [],
  );
  return {
    ...drawn,
    evaluation,
    steps,
    words,
    heard,
    schedule,
    editMap: map,
    parts: taught.parts,
    findings: inNames(
      [
        ...drawn.ofNames,
        ...program.findings,
        ...evaluation.findings,
        ...paper.findings,
        ...grouped.findings,
        ...ofTasks,
        ...seen,
        ...schedule.findings,
        ...inStep,
        ...(take?.video ? judgeRegistration(take, take.video.durationMs) : []),
        ...judgeOverlay(lesson.overlay, steps),
        ...taught.findings,
        ...judgeRounding(moved, view, (id) => letterOf(id, steps), ontoMarks),
      ],
      drawn.objects,
    ),
  };
}

/** How steps are told, as far as the plan says. */
function tellingOf({ reading, help, ruler, depths, ageBand, hand }: Lesson["plan"], memo: Memo): Telling {
  return memo(
    "telling",
    [reading, help, ruler, depths, ageBand, hand],
    (): Telling => ({
      ageBand,
      ...(reading && { reading }),
      ...(help && { help }),
      ...(ruler && { ruler }),
      ...(depths && { depths }),
      ...(hand && { hand }),
    }),
  );
}

/** The pace the class is reckoned with: its age's, or the educator's own. */
function paceFor({ ageBand, classPace }: Lesson["plan"], memo: Memo): ReturnType<typeof paceOf> {
  const ownLineMs = classPace?.lineMs;
  return memo("pace", [ageBand, ownLineMs], () =>
    paceOf({ ageBand, ...(ownLineMs === undefined ? {} : { classPace: { lineMs: ownLineMs } }) }),
  );
}

/** The parts it is taught in, and what is wrong with their gates. */
function taughtIn(
  { parts, sessionMinutes, gates }: Lesson["plan"],
  steps: readonly Step[],
  schedule: Schedule,
  moves: DrawnLesson["moves"],
  memo: Memo,
): ReturnType<typeof partsOf> {
  return memo("parts", [steps, schedule, parts, sessionMinutes, gates], () =>
    partsOf(steps, schedule, {
      sessionMinutes,
      ...(parts === undefined ? {} : { parts }),
      ...(gates
        ? { gates: gates.map((g) => ({ ...g, after: findStep(g.after, steps, moves)?.id ?? g.after })) }
        : {}),
    }),
  );
}

/**
 * The current take with its anchors at the steps there are now: a place kept for a step that begins elsewhere since is the
 * start of the step its move begins, or a place for that move inside its step.
 */
function takeOf(
  lesson: Lesson,
  steps: readonly Step[],
  moves: DrawnLesson["moves"],
  memo: Memo,
): Take | null {
  const take = findCurrentTake(lesson);
  if (!take) return null;
  const [anchors, strokeAnchors] = [take.anchors, take.strokeAnchors];
  const placed = memo("anchors", [anchors, strokeAnchors, steps, moves], () => {
    const known = new Set(steps.map((s) => s.id));
    const strays = Object.entries(anchors).filter(([id]) => !known.has(id));
    const drawn = new Set(moves.map((m) => m.id));
    const renamed = Object.entries(strokeAnchors ?? {}).filter(([id]) => !drawn.has(id));
    if (strays.length + renamed.length === 0) return { anchors, strokeAnchors };
    const starts = { ...anchors };
    const strokes = { ...strokeAnchors };
    for (const [id, anchor] of renamed) {
      const now = presentName(id);
      if (!drawn.has(now) || strokes[now]) continue;
      strokes[now] = anchor;
      delete strokes[id];
    }
    for (const [id, anchor] of strays) {
      const index = moveOfStepId(id, moves);
      const step = findStep(id, steps, moves);
      const move = index === null ? undefined : moves[index];
      if (!step || !move) continue;
      if (index === step.firstMove && !starts[step.id]) starts[step.id] = anchor;
      else if ((move.stroke || move.hand === "erase") && !strokes[move.id]) strokes[move.id] = anchor;
      else continue;
      delete starts[id];
    }
    return { anchors: starts, strokeAnchors: strokes };
  });
  const { anchors: a, strokeAnchors: s } = placed;
  if (a === anchors && s === strokeAnchors) return take;
  return memo("take", [take, placed], () => ({ ...take, anchors: a, ...(s ? { strokeAnchors: s } : {}) }));
}

/** "C in step 4": the letter a place is first told by; null where it has none. */
function letterOf(pointId: string, steps: readonly Step[]): string | null {
  for (const { number, acts } of steps)
    for (const { told } of acts)
      for (const [name, id] of told.bearers ?? []) if (id === pointId) return `${name} in step ${number}`;
  return null;
}

const NO_CUES: NonNullable<NonNullable<Lesson["takes"][number]["narration"]>["cues"]> = [];

function objectsOf(objects: DrawnLesson["objects"]): (id: string) => Lesson["objects"][number] | null {
  const known = new Map(objects.map((o) => [o.id, o]));
  return (id) => known.get(id) ?? null;
}

/** Lesson time of a take: its video's, or to the end of its words before the video is there. */
function takeDurationMs(
  take: NonNullable<ReturnType<typeof findCurrentTake>>,
  words: readonly Word[],
): number {
  return take.video?.durationMs ?? words[words.length - 1]?.endMs ?? 0;
}
