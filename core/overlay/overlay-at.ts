import {
  actsBegun,
  type Box,
  type FrameSource,
  type Mark,
  type Moment,
  marksToPicture,
  momentAt,
  type SheetInPicture,
  sheetMark,
  spotsOf,
  stepSigns,
  toolsAt,
  underWayMarks,
} from "../display/index.ts";
import type { Matrix3 } from "../geometry/index.ts";
import { type EditMap, lessonToSource, nearestLesson, windowAt } from "../schedule/index.ts";
import type { Step } from "../steps/index.ts";
import { aimMarks } from "./aims.ts";
import {
  type Board,
  type BoardName,
  boardMarks,
  checkBoard,
  pauseBoard,
  placeBoards,
  titleBoard,
  waitRing,
} from "./boards.ts";
import { AGAIN_STEP_MS, drawnAgain, roundOf } from "./drawn-again.ts";
import { type LinesShown, linesLeft, linesStanding, linesToCome } from "./lines.ts";
import { type FilmPicture, findPaperToFilm, sheetInFilm, textSizeIn, wordArea } from "./picture.ts";
import { type SheetRest, sheetAt } from "./registration.ts";
import { layersOf, OVERLAY_WEIGHTS, type OverlaySettings } from "./settings.ts";

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
/** On the recording's own clock a wait takes no time: its mark stays up for so long. */
const STOP_HERE_MS = 2500;
/** Where the hand is besides the pencil's point: toward the picture's lower edge. */
const HAND_STEPS = 4;

/** The overlay of a lesson in a picture, by a clock. */
export function overlayOf(source: OverlaySource, picture: FilmPicture, clock: OverlayClock): Overlay {
  const size = textSizeIn(picture);
  const area = wordArea(picture);
  const weight = OVERLAY_WEIGHTS[source.settings?.weight ?? "usual"];
  const over = source.rests ? "over-take" : "alone";
  const map = clock === "recording" ? source.editMap : null;
  const places = remembered((rest: SheetRest | null) =>
    findPaperToFilm(source.sheet, picture, rest?.corners ?? null),
  );
  const settings = remembered((step: Step) => setOut(source, picture, step, places, size, area));
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
      const own = layersOf(source.settings, step.id, over);
      const { boards, boxes } = settings(step)(lies?.rest ?? null);
      const checks = own.check && isChecked(source, step, lessonMs);
      const shownBoards = { title: own.title, pause: own.pause && hold !== null, check: checks };
      words.push({
        key: `boards ${step.id} ${JSON.stringify(shownBoards)} ${lies?.rest.index}`,
        marks: () =>
          boards.flatMap(([name, board]) => {
            const box = boxes.get(name);
            return box && shownBoards[name] ? boardMarks(`${step.id}/${name}`, board, box, size) : [];
          }),
      });
      const box = boxes.get("pause");
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

/** The waits for the class in lesson time: the recording's holds, or before there is one what is estimated for each step. */
function waitsOf({ editMap, schedule, steps }: OverlaySource): readonly { fromMs: number; ms: number }[] {
  if (editMap) return editMap.holds.map((h) => ({ fromMs: h.lessonFrom, ms: h.ms }));
  return steps.flatMap((step, i) => {
    const window = schedule.windows[i];
    const last = schedule.moves.findLast(
      (m) => m.moveIndex >= step.firstMove && m.moveIndex <= step.lastMove,
    );
    const fromMs = last?.endMs ?? window?.drawFromMs ?? 0;
    const ms = (window?.endMs ?? 0) - fromMs;
    return ms >= LEAST_WAIT_MS ? [{ fromMs, ms }] : [];
  });
}

/** A shorter stop is no wait. */
const LEAST_WAIT_MS = 1000;

interface Waiting {
  /** How long it has lasted; left out where the clock does not stop for it. */
  readonly since?: number;
  readonly left: { readonly ms: number; readonly share: number } | null;
}

/** The wait at a moment of the lesson. */
function waitAt(waits: ReturnType<typeof waitsOf>, lessonMs: number): Waiting | null {
  const wait = waits.find((w) => w.fromMs <= lessonMs && lessonMs < w.fromMs + w.ms);
  if (!wait) return null;
  const since = lessonMs - wait.fromMs;
  const ms = wait.ms - Math.floor(since / AGAIN_STEP_MS) * AGAIN_STEP_MS;
  return { since, left: { ms, share: ms / wait.ms } };
}

/** On the recording's own clock a wait is only marked where it is. */
function stopAt({ holds }: EditMap, sourceMs: number): Waiting | null {
  return holds.some((h) => h.sourceAt <= sourceMs && sourceMs < h.sourceAt + STOP_HERE_MS)
    ? { left: null }
    : null;
}

/** What of a step keeps its place while it lasts: its boards, and the letters and signs round them. */
function setOut(
  source: OverlaySource,
  picture: FilmPicture,
  step: Step,
  places: (rest: SheetRest | null) => Matrix3 | null,
  size: number,
  area: Box,
) {
  const boards: (readonly [BoardName, Board])[] = [
    ["title", titleBoard(step, size, area)],
    ["pause", pauseBoard(step)],
  ];
  const check = checkBoard(step, size, area);
  if (check) boards.push(["check", check]);
  return remembered((rest: SheetRest | null) => {
    const paperToPx = source.rests && !rest ? null : places(rest);
    const view: SheetInPicture | null = paperToPx && sheetInFilm(source.sheet, picture, paperToPx);
    const work = paperToPx ? marksToPicture(linesLeft(source, step), paperToPx).flatMap(spotsOf) : [];
    const lean = source.hand === "left" ? -0.4 : 0.4;
    const busy = work.flatMap((at) => [
      [at, 1] as const,
      ...Array.from({ length: HAND_STEPS }, (_, i) => {
        const down = ((i + 1) / HAND_STEPS) * picture.heightPx * 0.35;
        return [{ x: at.x + lean * down, y: at.y + down }, 0.4] as const;
      }),
    ]);
    const most = Math.max(1, work.length / 4);
    const boxes = placeBoards(
      boards,
      size,
      area,
      busy.map(([at, w]) => [at, w / most] as const),
    );
    const taken = [...boxes.values()];
    return {
      view,
      boards,
      boxes,
      signs: view ? stepSigns(source, step, view, "overlay", taken) : [],
    };
  });
}

/** How much is seen, in stages: pictures between two stages are alike. */
function stage(share: number, stages = FADE_STAGES): number {
  return Math.min(1, Math.max(0, Math.round(share * stages) / stages));
}

function faded(marks: readonly Mark[], opacity: number): Mark[] {
  return opacity === 1 ? [...marks] : marks.map((m) => ({ ...m, opacity: (m.opacity ?? 1) * opacity }));
}

/** What was worked out for the last few things asked for. */
function remembered<K extends object | null, T>(make: (of: K) => T): (of: K) => T {
  const known = new Map<K, T>();
  return (of) => {
    const old = known.get(of);
    if (old !== undefined) return old;
    const made = make(of);
    if (known.size > 40) known.clear();
    known.set(of, made);
    return made;
  };
}

/** Keeps what was made last as long as its key stays the same. */
function keepingLast<T>(): (key: string, make: () => T) => T {
  let last: { key: string; value: T } | null = null;
  return (key, make) => {
    if (last?.key !== key) last = { key, value: make() };
    return last.value;
  };
}
