import type { Step } from "../../telling/steps/index.ts";
import { type EditMap, lessonToSource, nearestLesson, windowAt } from "../../time/schedule/index.ts";
import {
  actsBegun,
  type FrameSource,
  type Mark,
  type Moment,
  marksToPicture,
  momentAt,
  sheetMark,
  toolsAt,
  underWayMarks,
} from "../display/index.ts";
import { aimMarks } from "./aims.ts";
import { boardMarks, waitRing } from "./boards.ts";
import { AGAIN_STEP_MS, drawnAgain, roundOf } from "./drawn-again.ts";
import { type LinesShown, linesLeft, linesStanding, linesToCome } from "./lines.ts";
import { type FilmPicture, findPaperToFilm, textSizeIn } from "./picture.ts";
import { type SheetRest, sheetAt } from "./registration.ts";
import { keepingLast, remembered } from "./remembered.ts";
import { setOut } from "./set-out.ts";
import { layersOf, OVERLAY_WEIGHTS, type OverlaySettings } from "./settings.ts";
import { stopAt, waitAt, waitsOf } from "./waits.ts";

/** What the overlay of a lesson is drawn from. */
export interface OverlaySource extends FrameSource {
  readonly settings: OverlaySettings | undefined;
  /** Where the sheet lies along the recording; null: the sheet itself is the picture, and draws itself. */
  readonly rests: readonly SheetRest[] | null;
  /** Joins the recording's clock to the lesson's; null without a take. */
  readonly editMap: EditMap | null;
  /** Stretches of lesson time in which the teacher looks back: all lines come again, [fromMs, toMs). */
  readonly recaps: readonly (readonly [fromMs: number, toMs: number])[];
}

/** Which clock the overlay runs by: the lesson's, or that of the recording as it was filmed. */
export type OverlayClock = "lesson" | "recording";

/** One picture of the overlay, in px of the film, from back to front. What stays the same for a while is the very same list. */
export interface OverlayFrame {
  readonly stepId: string | null;
  /** Lines that stand. */
  readonly lines: readonly Mark[];
  /** The line under way, and what draws it. */
  readonly drawn: readonly Mark[];
  /** Letters, readings, signs and boards. */
  readonly words: readonly Mark[];
  /** What points and runs down. */
  readonly moving: readonly Mark[];
}

/** All marks of a picture, from back to front. */
export function marksOf({ lines, drawn, words, moving }: OverlayFrame): Mark[] {
  return [...lines, ...drawn, ...words, ...moving];
}

/** Draws the overlay at a moment of its clock, ms: a pure function of source, picture and moment, whatever was asked before. */
export type Overlay = (atMs: number) => OverlayFrame;

/** A line's overlay goes in so long once the next step has begun; it goes in so many stages. */
const LINE_FADE_MS = 600;
const FADE_STAGES = 6;

/** The overlay of a lesson in a picture, by a clock. */
export function overlayOf(source: OverlaySource, picture: FilmPicture, clock: OverlayClock): Overlay {
  const size = textSizeIn(picture);
  const weight = OVERLAY_WEIGHTS[source.settings?.weight ?? "usual"];
  const over = source.rests ? "over-take" : "alone";
  const map = clock === "recording" ? source.editMap : null;
  const places = remembered((rest: SheetRest | null) =>
    findPaperToFilm(source.sheet, picture, rest?.corners ?? null),
  );
  const settings = remembered((step: Step) =>
    setOut(source, picture, step, (rest) => (source.rests && !rest ? null : places(rest))),
  );
  const [keptLines, keptWords] = [keepingLast<readonly Mark[]>(), keepingLast<readonly Mark[]>()];
  const waits = waitsOf(source);

  return (atMs) => {
    const lessonMs = map ? nearestLesson(map, atMs) : atMs;
    const sourceMs = map ? atMs : source.editMap ? lessonToSource(source.editMap, atMs) : atMs;
    const lies = source.rests ? sheetAt(source.rests, sourceMs) : null;
    const paperToPx = source.rests && !lies ? null : places(lies?.rest ?? null);
    const seen = lies ? stage(lies.seen) : 1;
    const ahead = Math.max(0, lessonMs + (source.settings?.leadMs ?? 0));
    const moment = momentAt(source, ahead);
    const now = windowAt(source.schedule, lessonMs);
    const step = (now && source.steps.find((s) => s.id === now.stepId)) ?? null;
    const hold = map ? stopAt(map, sourceMs) : waitAt(waits, lessonMs);
    const shows = layersOf(source.settings, moment.step?.id ?? null, over);
    const recap = source.recaps.some(([from, to]) => from <= lessonMs && lessonMs < to);

    const lines: Part[] = [];
    const words: Part[] = [];
    const drawn: Mark[] = [];
    const moving: Mark[] = [];
    const onPaper = (marks: readonly Mark[], opacity = seen) =>
      paperToPx ? faded(marksToPicture(marks, paperToPx, weight), opacity) : [];

    if (paperToPx && seen > 0) {
      const place = `${lies?.rest.index ?? "sheet"} ${seen}`;
      if (!source.rests)
        lines.push({ key: "sheet", marks: () => marksToPicture([sheetMark(source.sheet)], paperToPx) });
      if (shows.lines) {
        const again = hold?.since !== undefined && step && step.newLines > 0 ? step : null;
        if (again && hold?.since !== undefined) {
          const since = Math.floor(hold.since / AGAIN_STEP_MS) * AGAIN_STEP_MS;
          const { paper } = source;
          lines.push({
            key: `again ${again.id} ${roundOf(paper, again, since)} ${place}`,
            marks: () => [
              ...(source.rests ? [] : onPaper(linesStanding(source, beforeStep(moment, again), "all"))),
              ...onPaper(drawnAgain(paper, again, since).still),
            ],
          });
          drawn.push(...onPaper(drawnAgain(paper, again, since).live));
        } else {
          const shown: LinesShown = source.rests && !recap ? "of-step" : "all";
          const rubbed = moment.underWay && source.moves[moment.underWay.moveIndex]?.hand === "erase";
          lines.push({
            key: `lines ${shown} ${moment.step?.id} ${moment.done} ${rubbed ? stage(moment.reach, 10) : ""} ${place}`,
            marks: () => onPaper(linesStanding(source, moment, shown)),
          });
          if (!source.rests || !moment.step)
            lines.push({
              key: `to come ${moment.step?.id} ${moment.done} ${moment.underWay?.moveIndex} ${place}`,
              marks: () => onPaper(linesToCome(source, moment.step ?? source.steps[0], ahead)),
            });
          const left = shown === "of-step" ? leaving(source, moment.step, ahead) : null;
          if (left)
            lines.push({
              key: `left ${left.step.id} ${left.seen} ${place}`,
              marks: () => onPaper(linesLeft(source, left.step), left.seen * seen),
            });
          drawn.push(...onPaper(underWayMarks(source.paper, moment, "overlay")));
        }
      }
      if (shows.ruler && !hold) {
        const tools = toolsAt(source, moment);
        drawn.push(...onPaper(source.rests ? tools.filter((m) => m.id.endsWith("#ruler")) : tools));
      }
      if (moment.step) {
        const { view, signs } = settings(moment.step)(lies?.rest ?? null);
        const begun = actsBegun(moment.step, source.schedule, ahead);
        words.push({
          key: `signs ${moment.step.id} ${[...begun].join(",")} ${place}`,
          marks: () =>
            faded(
              signs.flatMap((g) => (shows[g.says] && begun.has(g.act) ? g.marks : [])),
              seen,
            ),
        });
        if (shows.aims && moment.underWay && view && !hold)
          moving.push(
            ...faded(
              aimMarks(moment.step, moment.underWay.moveIndex, view, ahead - moment.underWay.startMs),
              seen,
            ),
          );
      }
    }
    if (step) {
      const layout = settings(step)(lies?.rest ?? null);
      const own = layersOf(source.settings, step.id, over);
      const shown = {
        title: own.title,
        pause: own.pause && hold !== null,
        check: own.check && isChecked(source, step, lessonMs),
      };
      words.push(boardsOf(step, layout, shown, `${lies?.rest.index}`, size));
      const box = layout.boxes.get("pause");
      if (hold && box && own.pause) moving.push(...waitRing(`${step.id}/pause`, box, size, hold.left));
    }
    return {
      stepId: moment.step?.id ?? null,
      lines: keptLines(keyOf(lines), () => lines.flatMap((p) => p.marks())),
      drawn,
      words: keptWords(keyOf(words), () => words.flatMap((p) => p.marks())),
      moving,
    };
  };
}

/** The boards of a step that are shown: its title, its pause, its check. */
function boardsOf(
  step: Step,
  { boards, boxes }: Pick<ReturnType<ReturnType<typeof setOut>>, "boards" | "boxes">,
  shown: Readonly<Record<"title" | "pause" | "check", boolean>>,
  place: string,
  size: number,
): Part {
  return {
    key: `boards ${step.id} ${JSON.stringify(shown)} ${place}`,
    marks: () =>
      boards.flatMap(([name, board]) => {
        const box = boxes.get(name);
        return box && shown[name] ? boardMarks(`${step.id}/${name}`, board, box, size) : [];
      }),
  };
}

/** Part of what stands, by a key that tells whether it is another than before. */
interface Part {
  readonly key: string;
  readonly marks: () => Mark[];
}

const keyOf = (parts: readonly Part[]) => parts.map((p) => p.key).join("\n");

/** A moment taken back to before a step was begun. */
function beforeStep(moment: Moment, step: Step): Moment {
  return { ...moment, step: null, done: step.firstMove - 1, underWay: null, reach: 1 };
}

/** The step before, while its lines are still going. */
function leaving(
  { steps, schedule }: FrameSource,
  step: Step | null,
  atMs: number,
): { step: Step; seen: number } | null {
  const begun = step && schedule.windows.find((w) => w.stepId === step.id)?.startMs;
  const before = step && steps[step.number - 2];
  if (!before || begun === undefined || begun === null) return null;
  const seen = stage(1 - (atMs - begun) / LINE_FADE_MS, FADE_STAGES);
  return seen > 0 ? { step: before, seen } : null;
}

/** Whether a step's lines are all drawn and its check can be made. */
function isChecked({ schedule }: FrameSource, step: Step, lessonMs: number): boolean {
  const last = schedule.moves.findLast((m) => m.moveIndex >= step.firstMove && m.moveIndex <= step.lastMove);
  return last === undefined || lessonMs >= last.endMs;
}

/** How much is seen, in stages: pictures between two stages are alike. */
function stage(share: number, stages = FADE_STAGES): number {
  return Math.min(1, Math.max(0, Math.round(share * stages) / stages));
}

function faded(marks: readonly Mark[], opacity: number): Mark[] {
  return opacity === 1 ? [...marks] : marks.map((m) => ({ ...m, opacity: (m.opacity ?? 1) * opacity }));
}
