import {
  type CardState,
  compareDrawings,
  type Drawing,
  drawState,
  drawStep,
  makeCards,
  PAPER_PALETTE,
  PRINT_PALETTE,
  type PrintedCard,
  stateOfPrinted,
  toSvg,
} from "#core/display";
import type { Lesson } from "#core/lesson";
import type { FrameRate } from "#core/narration";
import {
  type ComputedLesson,
  computeLesson,
  drawLesson,
  type ExportFormat,
  exportLesson,
  type LessonState,
  type PlaceName,
  readiness,
  stateOf,
} from "#core/pipeline";
import { cardPages, writeCardsPdf } from "../pdf/cards.server.ts";

/** A lesson as it was at a revision: what is worked out of it holds for good. */
export interface LessonAt {
  /** Names lesson and revision among all. */
  readonly key: string;
  readonly lesson: Lesson;
}

/** What the shelf shows of a lesson. */
export interface Digest {
  readonly view: string;
  readonly state: LessonState;
  readonly steps: number;
  readonly totalMs: number;
  readonly toMend: number;
  /** The place where the next thing to do is, and what that is. */
  readonly next: PlaceName;
  readonly why: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** The finished drawing as an SVG document. */
  readonly picture: string;
}

/** Computes a lesson, or takes the one that was computed for this key. */
type Compute = (at: LessonAt) => ComputedLesson;

/**
 * The heavy work of the server: each is a pure function of a lesson at a revision, with plain data in and out, so that it
 * can be done in another thread and its result kept.
 */
const TASKS = {
  digest: (compute: Compute, { at }: { at: LessonAt }): Digest => {
    const computed = compute(at);
    const { lesson, sheet, paper, moves, steps, schedule, findings } = computed;
    const { next, why } = readiness(computed);
    const finished = drawState(paper, sheet, moves.length - 1, moves.length, "overlay");
    return {
      view: lesson.view.frames[0]?.kind ?? "one-point",
      state: stateOf(lesson),
      steps: steps.length,
      totalMs: schedule.totalMs,
      toMend: findings.filter((f) => f.severity !== "note").length,
      next,
      why,
      widthMm: sheet.widthMm,
      heightMm: sheet.heightMm,
      picture: toSvg({ ...finished, alt: `The finished drawing of ${lesson.title}` }, PAPER_PALETTE),
    };
  },

  cardPages: (compute: Compute, { at }: { at: LessonAt }): readonly Drawing[] => cardPages(compute(at)),

  cardsPdf: async (compute: Compute, { at, madeAt }: { at: LessonAt; madeAt: Date }) => {
    const pdf = await writeCardsPdf(compute(at), madeAt);
    return { pdf: new Uint8Array(pdf) };
  },

  /** What the log keeps of the cards as they are now. */
  printedCards: (compute: Compute, { at }: { at: LessonAt }): readonly PrintedCard[] =>
    makeCards(compute(at)).map(({ stepId, number, mark, startMs }) => ({ stepId, number, mark, startMs })),

  /** How cards that were printed stand to the lesson, a list for every print. */
  printStates: (
    compute: Compute,
    { at, prints }: { at: LessonAt; prints: readonly (readonly PrintedCard[])[] },
  ): readonly (readonly CardState[])[] => {
    const cards = makeCards(compute(at));
    return prints.map((printed) => printed.map((p) => stateOfPrinted(p, cards)));
  },

  stepPictures: (compute: Compute, { at }: { at: LessonAt }): readonly string[] => {
    const { paper, sheet, steps } = compute(at);
    return steps.map((step) => toSvg(drawStep(paper, sheet, step, "card"), PRINT_PALETTE));
  },

  times: (
    compute: Compute,
    { at, format, rate }: { at: LessonAt; format: ExportFormat; rate: FrameRate },
  ): string | null => exportLesson(compute(at), format, rate),

  /** The finished drawing of a revision with what is new or gone in a later one standing out. */
  comparison: (_: Compute, { at, later }: { at: LessonAt; later: LessonAt }): string =>
    toSvg(compareDrawings(drawLesson(at.lesson), drawLesson(later.lesson)), PAPER_PALETTE),
} as const;

export type TaskName = keyof typeof TASKS;
export type TaskInput<N extends TaskName> = Parameters<(typeof TASKS)[N]>[1];
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;

export interface Task<N extends TaskName = TaskName> {
  readonly name: N;
  readonly input: TaskInput<N>;
}

/** Does a piece of work; `compute` decides what is remembered between pieces. */
export async function doTask<N extends TaskName>(
  { name, input }: Task<N>,
  compute: Compute = ({ lesson }) => computeLesson(lesson),
): Promise<TaskOutput<N>> {
  // The name tells which input it is; the compiler cannot follow it through the table.
  const task = TASKS[name] as (
    compute: Compute,
    input: TaskInput<N>,
  ) => TaskOutput<N> | Promise<TaskOutput<N>>;
  return task(compute, input);
}
