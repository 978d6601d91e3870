import type { PlannedStep } from "#core/class/record";
import { classPlanOf } from "#core/class/teaching";
import type { Lesson } from "#core/document/lesson";
import {
  type ComputedLesson,
  computeLesson,
  courseFactsOf,
  drawLesson,
  type ExportFormat,
  exportLesson,
  type LessonState,
  type PlaceName,
  readiness,
  stateOf,
} from "#core/document/pipeline";
import type { HandOut } from "#core/ground/plan";
import {
  drawingOf,
  firstPage,
  type HandOutKind,
  type HandOutWish,
  lessonForHand,
  type Printed,
  type PrintState,
  printsOf,
  type ShownPages,
  stateOfPrinted,
} from "#core/output/handout";
import {
  compareDrawings,
  drawState,
  drawStep,
  PAPER_PALETTE,
  PRINT_PALETTE,
  toSvg,
} from "#core/showing/display";
import type { FrameRate } from "#core/time/narration";
import { measureText } from "../pdf/fonts.server.ts";
import { handOutPages, paletteOf, writeHandOut } from "../pdf/hand-out.server.ts";
import { pagePicture } from "../pdf/page-picture.server.ts";
import { drawingOfStep } from "../take-home/page.ts";
import { takeHomePage } from "../take-home/take-home.server.ts";

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

/** The same as text, as it goes to the browser; prints are null where there is nothing to print. */
interface HandOutLaid {
  readonly shown: string;
  readonly prints: readonly Printed[] | null;
}

/**
 * Pages are hundreds of thousands of numbers: written once, in the thread that made them, to the micrometre that a picture on
 * the screen keeps of them.
 */
function asText(shown: ShownPages): string {
  return JSON.stringify(shown, (_, value) =>
    typeof value === "number" ? Math.round(value * 1000) / 1000 : value,
  );
}

/** A print with what is needed to tell whether it is still good. */
interface PrintToJudge {
  readonly wish: HandOutWish;
  readonly hand: HandOut["hand"] | null;
  readonly parts: readonly Printed[];
}

/** A lesson as it is printed for a hand: for the one it says itself, unless another is asked for. */
function forHand(
  { key, lesson }: LessonAt,
  hand: HandOut["hand"] | null = lesson.handOut.hand ?? null,
): LessonAt {
  const { hand: _, ...handOut } = lesson.handOut;
  const wished = { ...lesson, handOut: hand === null ? handOut : { ...handOut, hand } };
  const printed = lessonForHand(wished);
  return printed === wished && hand === (lesson.handOut.hand ?? null)
    ? { key, lesson }
    : { key: `${key} ${hand ?? "as filmed"}`, lesson: printed };
}

/** Steps of the take-home page that are shown before it is made. */
const STEPS_SHOWN = 4;

/** The take-home page is a file, no pages: a few of its pictures stand for it. */
function takeHomeLaid(computed: ComputedLesson): HandOutLaid {
  const made = takeHomePage(computed);
  if (!made.ok) return { shown: asText(made), prints: null };
  const kilobytes = Math.round(new TextEncoder().encode(made.html).length / 1024);
  const pages = computed.steps
    .filter((s) => !s.task)
    .slice(0, STEPS_SHOWN)
    .map((s) => drawingOfStep(computed, s));
  const notices = [`One file of ${kilobytes} kB with ${computed.steps.length} steps, its typeface inside.`];
  return {
    shown: asText({ ok: true, pages, pieces: 1, notices }),
    prints: printsOf(computed, { what: "take-home" }, measureText),
  };
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

  /** What is handed out to look at, as it will be printed, and what a print of it would be remembered by. */
  handOut: (compute: Compute, { at, wish }: { at: LessonAt; wish: HandOutWish }): HandOutLaid => {
    const computed = compute(forHand(at));
    if (wish.what === "take-home") return takeHomeLaid(computed);
    const laid = handOutPages(computed, wish);
    if (!laid.ok) return { shown: asText(laid), prints: null };
    const { pages, prints, notices } = laid;
    return {
      shown: asText({ ok: true, pages: pages.map(drawingOf), pieces: prints.length, notices }),
      prints,
    };
  },

  /** The first page of a kind as a small PNG, to choose it by. */
  handOutPicture: (
    compute: Compute,
    { at, what }: { at: LessonAt; what: HandOutKind },
  ): Uint8Array | null => {
    const computed = compute(forHand(at));
    const first = firstPage(computed, what, measureText);
    return first && pagePicture(first, paletteOf(computed));
  },

  handOutPdf: async (
    compute: Compute,
    { at, wish, madeAt }: { at: LessonAt; wish: HandOutWish; madeAt: Date },
  ): Promise<{ readonly pdf: Uint8Array } | { readonly says: string }> => {
    const written = await writeHandOut(compute(forHand(at)), wish, madeAt);
    return written.ok ? { pdf: new Uint8Array(written.pdf) } : { says: written.says };
  },

  takeHome: (compute: Compute, { at }: { at: LessonAt }) => takeHomePage(compute(forHand(at))),

  /** What the log keeps of what is printed now. */
  printed: (compute: Compute, { at, wish }: { at: LessonAt; wish: HandOutWish }): readonly Printed[] =>
    printsOf(compute(forHand(at)), wish, measureText),

  /** How what was printed stands to the lesson, a list for every print. */
  printStates: (
    compute: Compute,
    { at, prints }: { at: LessonAt; prints: readonly PrintToJudge[] },
  ): readonly (readonly PrintState[])[] => {
    const known = new Map<string, readonly Printed[]>();
    return prints.map(({ wish, hand, parts }) => {
      const { only: _, ...whole } = wish;
      const key = JSON.stringify([whole, hand]);
      const now = known.get(key) ?? printsOf(compute(forHand(at, hand)), whole, measureText);
      known.set(key, now);
      return parts.map((p) => stateOfPrinted(p, now));
    });
  },

  stepPictures: (compute: Compute, { at }: { at: LessonAt }): readonly string[] => {
    const { paper, sheet, steps } = compute(at);
    return steps.map((step) => toSvg(drawStep(paper, sheet, step, "card"), PRINT_PALETTE));
  },

  times: (
    compute: Compute,
    { at, format, rate }: { at: LessonAt; format: ExportFormat; rate: FrameRate },
  ): string | null => exportLesson(compute(at), format, rate),

  /** What a course knows of a lesson. */
  courseFacts: (compute: Compute, { at }: { at: LessonAt }) => courseFactsOf(compute(at)),

  /** What is known of each step before it is taught. */
  plannedSteps: (compute: Compute, { at }: { at: LessonAt }): readonly PlannedStep[] => {
    const computed = compute(at);
    return classPlanOf(computed, computed.lesson.plan).steps;
  },

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
