import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { type Finding, formatClock } from "#core/base";
import { applyChanges, setNarration } from "#core/changes";
import {
  drawState,
  drawStep,
  explainStep,
  frameAt,
  PAPER_PALETTE,
  PRINT_PALETTE,
  toSvg,
} from "#core/display";
import { FILM_SIZES, type FilmWish } from "#core/film";
import { findCurrentTake, type Lesson, parseLessonText } from "#core/lesson";
import {
  FRAME_RATES,
  type FrameRate,
  type Heard,
  readCaptionBytes,
  understand,
  wordsOf,
} from "#core/narration";
import {
  type ComputedLesson,
  computeLesson,
  EXPORT_FORMATS,
  type ExportFormat,
  exportLesson,
  judgeDrift,
} from "#core/pipeline";
import { placeInWords, retake } from "#core/proposals";
import { writeScheduleCsv } from "#core/schedule";
import { CliError, oneOf, reasonOf, wholeNumber } from "./arguments.ts";
import type { Written } from "./film.ts";
import type { HandOutOptions } from "./hand-out.ts";

const USAGE = `regulanda: the lesson engine on the command line

  check LESSON                      what is wrong or worth knowing in a lesson file
  steps LESSON                      its steps, worded
  draw LESSON [--move N] --svg      the paper after move N (all moves without --move)
  draw LESSON --step N [--labels] --svg
                                    what step N draws; with --labels as its card explains it
  frame LESSON --at SECONDS --svg   the overlay at a moment of lesson time
  cards LESSON --out FILE.pdf       the step cards
  hand-out LESSON --what WHAT --out FILE.pdf
                                    what a class works from: cards, large-print, booklet, poster, worksheet, variants,
                                    find-slip, answers, overlay, templates, recap, checks, kit, run-sheet; or take-home (.html)
                [--after STEP]      worksheet: the sheet as it stands after this step
                [--on WHAT]         worksheet: after (as usual), starts (first lines of each thing) or rays
                [--variant N]       worksheet: the page of other measures for row N of the class, with its key
                [--seed N]          which lot is drawn (variants, find-slip)
                [--paper PAPER]     a4 or letter; [--margin MM], [--hand left|right], [--black]
  narration FILE                    the cues of a caption file, and what is understood of them
  align LESSON FILE                 where each step begins in those captions, and how sure that is
  retake LESSON OLD NEW             what becomes of each step's place when captions OLD give way to NEW
  schedule LESSON [--csv]           every step's time
  export LESSON --format FORMAT     vtt, srt, chapters, chapter-list, steps, otio, edl or csv
                [--rate RATE]       frame rate for otio and edl: 23.976, 24, 25, 29.97, 29.97df, 30, 50, 59.94, 59.94df, 60

  overlay LESSON --out FILE         the overlay: .mov (QuickTime PNG), .zip (PNG sequence) or .svg (animated)
                [--fps RATE]        25 unless said otherwise; the rates of export
                [--size SIZE]       recording (as usual), 720, 1080, 2160, square or upright
                [--clock CLOCK]     recording, to lie over the untouched file, or lesson (as usual)
  stills LESSON --out FILE.zip [--size SIZE]
                                    a picture of every step, PNG and SVG

  --json   machine-readable output (check, steps, draw, frame, narration, align, retake, schedule)
`;

/** Runs one command and returns what it prints. Throws CliError on bad input. */
export async function run(argv: readonly string[]): Promise<string> {
  const { values, positionals } = readArguments(argv);
  const [command, path, ...rest] = positionals;
  if (command === undefined || command === "help" || values.help) return USAGE;
  const action = COMMANDS[command];
  if (!action) throw new CliError(`no command "${command}"; there are ${Object.keys(COMMANDS).join(", ")}`);
  if (path === undefined)
    throw new CliError(`${command} needs a file: ${command} ${command === "narration" ? "FILE" : "LESSON"}`);
  const more = MORE_FILES[command] ?? 0;
  if (rest.length < more) throw new CliError(`${command} needs ${more + 1} files, got ${rest.length + 1}`);
  if (rest.length > more)
    throw new CliError(
      `${command} takes ${more === 0 ? "one file" : `${more + 1} files`}, got also "${rest[more]}"`,
    );
  return action(path, values, rest);
}

/** Files a command takes beside the first. */
const MORE_FILES: Readonly<Record<string, number>> = { align: 1, retake: 2 };

interface Options extends HandOutOptions {
  readonly json?: boolean | undefined;
  readonly svg?: boolean | undefined;
  readonly help?: boolean | undefined;
  readonly move?: string | undefined;
  readonly step?: string | undefined;
  readonly labels?: boolean | undefined;
  readonly at?: string | undefined;
  readonly csv?: boolean | undefined;
  readonly format?: string | undefined;
  readonly rate?: string | undefined;
  readonly fps?: string | undefined;
  readonly size?: string | undefined;
  readonly clock?: string | undefined;
}

type Command = (path: string, options: Options, more: readonly string[]) => string | Promise<string>;

const COMMANDS: Readonly<Record<string, Command>> = {
  check: (path, { json }) => {
    const computed = compute(path);
    const { steps, moves, schedule } = computed;
    const findings = [...computed.findings, ...judgeDrift(computed).findings];
    if (json)
      return asJson({ steps: steps.length, moves: moves.length, totalMs: schedule.totalMs, findings });
    const head = `${path}: ${steps.length} steps, ${moves.length} moves, ${formatClock(schedule.totalMs)} long`;
    return `${[head, ...findings.map(sayFinding), findings.length === 0 ? "nothing to mend" : ""].filter(Boolean).join("\n")}\n`;
  },
  steps: (path, { json }) => {
    const { steps, schedule } = compute(path);
    const startMs = (id: string) => schedule.windows.find((w) => w.stepId === id)?.startMs ?? 0;
    if (json) return asJson(steps.map((s) => ({ ...s, startMs: startMs(s.id) })));
    return `${steps
      .map((s) =>
        [
          `${s.number}. ${s.title}  [${formatClock(startMs(s.id))}]`,
          ...s.instruction,
          ...s.notes,
          s.why,
          s.check ? `Check: ${s.check}` : "",
        ]
          .filter(Boolean)
          .join("\n   "),
      )
      .join("\n")}\n`;
  },
  draw: (path, { json, svg, move, step: number, labels }) => {
    const computed = compute(path);
    if (labels && number === undefined) throw new CliError("--labels are those of a step: give --step N");
    if (number !== undefined) {
      if (move !== undefined) throw new CliError("draw takes --move or --step, not both");
      const step = computed.steps[wholeNumber("--step", number, 1, computed.steps.length) - 1];
      if (!step) throw new CliError(`${path} has no steps`);
      const drawing = labels
        ? explainStep(computed, step, STEP_ROOM).drawing
        : drawStep(computed.paper, computed.sheet, step, "bench");
      return drawn(drawing, { json, svg }, "draw", labels ? PRINT_PALETTE : PAPER_PALETTE);
    }
    const last = computed.moves.length - 1;
    const index = move === undefined ? last : wholeNumber("--move", move, 0, computed.moves.length) - 1;
    const drawing = drawState(computed.paper, computed.sheet, index, index, "bench");
    return drawn(drawing, { json, svg }, "draw");
  },
  frame: (path, { json, svg, at }) => {
    if (at === undefined) throw new CliError("frame needs --at SECONDS");
    const seconds = Number(at);
    if (!Number.isFinite(seconds) || seconds < 0 || at.trim() === "")
      throw new CliError(`--at takes seconds from 0 on, got "${at}"`);
    const frame = frameAt(compute(path), Math.round(seconds * 1000), {
      medium: "overlay",
      tools: true,
      withSheet: true,
    });
    return json ? asJson(frame) : drawn(frame.drawing, { json, svg }, "frame");
  },
  cards: (path, { out }) => handOut(path, { what: "cards", out }),
  "hand-out": (path, options) => handOut(path, options),
  narration: (path, { json }) => {
    const read = readCaptionsFile(path);
    if (!read.ok) throw new CliError(`${path}: ${read.findings[0]?.message ?? "cannot be read"}`);
    const { format, cues } = read.value;
    const understood = understoodByCue(understand(cues));
    const inCue = (id: string) => understood.get(id) ?? [];
    if (json)
      return asJson({
        format,
        cues: cues.map((c) => ({ ...c, words: wordsOf(c), understood: inCue(c.id) })),
        findings: read.findings,
      });
    const lines = cues.map((c) => {
      const kinds = [...new Set(inCue(c.id).map((h) => h.kind))];
      return `${c.id}  ${formatClock(c.startMs)}–${formatClock(c.endMs)}  ${c.text}${kinds.length > 0 ? `  [${kinds.join(", ")}]` : ""}`;
    });
    return `${[`${path}: ${format}, ${cues.length} cues`, ...lines, ...read.findings.map(sayFinding)].join("\n")}\n`;
  },
  align: (path, { json }, [captions = ""]) => {
    const { lesson } = compute(path);
    const narrated = withCaptions(lesson, captions);
    const computed = computeLesson(narrated);
    const words = new Map(computed.words.map((w) => [w.id, w]));
    const { places, settles } = placeInWords(computed);
    const placed = places.map((p) => ({
      ...p,
      word: words.get(p.wordId)?.text ?? "",
      startMs: words.get(p.wordId)?.startMs ?? 0,
    }));
    const without = computed.steps.filter((s) => !placed.some((p) => p.stepId === s.id)).map((s) => s.id);
    if (json) return asJson({ anchors: placed, stepsWithoutWords: without, pinFirst: settles });
    return `${placed
      .map(
        (p) =>
          `${formatClock(p.startMs)}  ${Math.round(p.confidence * 100)} %  ${p.stepId}  ${p.said ? `"${p.word}"` : "not said"}`,
      )
      .join("\n")}\n`;
  },
  retake: (path, { json }, [oldFile = "", newFile = ""]) => {
    const { lesson } = compute(path);
    const before = withCaptions(lesson, oldFile);
    const take = findCurrentTake(before);
    if (!take) throw new CliError(`${path} has no take`);
    // A lesson whose steps have no place yet is placed in the old words first.
    const anchors =
      Object.keys(take.anchors).length > 0
        ? take.anchors
        : Object.fromEntries(
            placeInWords(computeLesson(before)).places.map((p) => [
              p.stepId,
              { wordId: p.wordId, offsetMs: 0 },
            ]),
          );
    const next = findCurrentTake(withCaptions(lesson, newFile));
    if (!next) throw new CliError(`${newFile} gives no take`);
    const { carried, take: made } = retake({ ...take, anchors }, next);
    if (json) return asJson({ carried, anchors: made.anchors });
    return `${carried
      .map((c) =>
        c.kind === "lost"
          ? `lost   ${c.id}`
          : `${c.kind.padEnd(6)} ${c.id}  ${c.wordId}  ${Math.round(c.confidence * 100)} %`,
      )
      .join("\n")}\n`;
  },
  schedule: (path, { json, csv }) => {
    const computed = compute(path);
    const { steps, schedule, lesson } = computed;
    if (csv) return writeScheduleCsv({ title: lesson.title, steps, schedule });
    if (json) return asJson({ totalMs: schedule.totalMs, windows: schedule.windows, moves: schedule.moves });
    return `${schedule.windows
      .map(
        (w, i) =>
          `${formatClock(w.startMs)}–${formatClock(w.endMs)}  ${i + 1}. ${steps[i]?.title ?? w.stepId}`,
      )
      .join("\n")}\n`;
  },
  overlay: async (path, { out, fps = "25", size = "recording", clock = "lesson" }) => {
    const kind = OVERLAY_ENDINGS[/\.\w+$/.exec(out ?? "")?.[0] ?? ""];
    if (!out || !kind)
      throw new CliError(`overlay needs --out FILE ending in ${Object.keys(OVERLAY_ENDINGS).join(", ")}`);
    const wish = {
      kind,
      clock: oneOf("--clock", clock, ["lesson", "recording"]),
      size: sizeOf(size),
      rate: rateOf("--fps", fps),
    };
    const { frames, pictures, bytes } = await film(path, wish, out);
    return `${frames} frames, ${pictures} of them different, ${megabytes(bytes)} written to ${out}\n`;
  },
  stills: async (path, { out, size = "1080" }) => {
    if (!out?.endsWith(".zip")) throw new CliError("stills needs --out FILE.zip");
    const wish = { kind: "stills", clock: "lesson", size: sizeOf(size), rate: "25" } as const;
    const { pictures, bytes } = await film(path, wish, out);
    return `${pictures} steps, ${megabytes(bytes)} written to ${out}\n`;
  },
  export: (path, { format, rate = "25" }) => {
    const computed = compute(path);
    if (format === undefined)
      throw new CliError(`export needs --format, one of ${EXPORT_FORMATS.join(", ")}`);
    if (!(EXPORT_FORMATS as readonly string[]).includes(format))
      throw new CliError(`there is no format "${format}"; there are ${EXPORT_FORMATS.join(", ")}`);
    const text = exportLesson(computed, format as ExportFormat, rateOf("--rate", rate));
    if (text === null)
      throw new CliError(`${path} has no take with words, so there is no ${format} to write`);
    return text;
  },
};

const OVERLAY_ENDINGS: Readonly<Record<string, FilmWish["kind"]>> = {
  ".mov": "overlay-mov",
  ".zip": "overlay-png",
  ".svg": "overlay-svg",
};

// What writes pages and films takes a second to load, and most commands write neither.
async function handOut(path: string, options: HandOutOptions): Promise<string> {
  const { handOutToFile } = await import("./hand-out.ts");
  return handOutToFile(compute(path).lesson, options);
}

async function film(path: string, wish: FilmWish, out: string): Promise<Written> {
  const computed = compute(path);
  const { planOnCommandLine, writeFilm } = await import("./film.ts");
  const planned = planOnCommandLine(computed, wish);
  if (!planned.ok) throw new CliError(`${path}: ${planned.finding.message}`);
  try {
    return await writeFilm(computed, planned.plan, out);
  } catch (error) {
    throw new CliError(`"${out}" cannot be written: ${reasonOf(error)}. Nothing of it is left.`, {
      cause: error,
    });
  }
}

const sizeOf = (text: string) => oneOf("--size", text, FILM_SIZES);
const rateOf = (name: string, text: string) => oneOf(name, text, Object.keys(FRAME_RATES) as FrameRate[]);
const megabytes = (bytes: number) => `${(bytes / 1024 ** 2).toFixed(1)} MB`;

/** What was understood in each cue, each with its stretch of that cue's text. */
function understoodByCue(heard: readonly Heard[]) {
  const byCue = new Map<string, (Omit<Heard, "ranges"> & { from: number; to: number })[]>();
  for (const { ranges, ...h } of heard)
    for (const { cueId, from, to } of ranges) {
      const here = byCue.get(cueId);
      if (here) here.push({ ...h, from, to });
      else byCue.set(cueId, [{ ...h, from, to }]);
    }
  return byCue;
}

function readCaptionsFile(path: string) {
  return readCaptionBytes(readBytes(path), (bytes, encoding) => new TextDecoder(encoding).decode(bytes));
}

/** The lesson with its current take's words from a caption file. */
function withCaptions(lesson: Lesson, path: string): Lesson {
  const read = readCaptionsFile(path);
  if (!read.ok) throw new CliError(`${path}: ${read.findings[0]?.message ?? "cannot be read"}`);
  const changed = applyChanges(lesson, setNarration(lesson, path.split("/").pop() ?? path, read.value.cues));
  if (!changed.ok) throw new CliError(`${path}: ${changed.findings[0]?.message ?? "cannot be used"}`);
  return changed.value.lesson;
}

function readArguments(argv: readonly string[]) {
  try {
    return parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        json: { type: "boolean" },
        svg: { type: "boolean" },
        help: { type: "boolean" },
        move: { type: "string" },
        step: { type: "string" },
        labels: { type: "boolean" },
        at: { type: "string" },
        out: { type: "string" },
        csv: { type: "boolean" },
        format: { type: "string" },
        rate: { type: "string" },
        fps: { type: "string" },
        size: { type: "string" },
        clock: { type: "string" },
        what: { type: "string" },
        after: { type: "string" },
        on: { type: "string" },
        variant: { type: "string" },
        seed: { type: "string" },
        paper: { type: "string" },
        margin: { type: "string" },
        hand: { type: "string" },
        black: { type: "boolean" },
      },
    });
  } catch (error) {
    throw new CliError(reasonOf(error), { cause: error });
  }
}

function compute(path: string): ComputedLesson {
  const parsed = parseLessonText(readText(path));
  if (parsed.ok) return computeLesson(parsed.value);
  const more = parsed.findings.length > 1 ? ` (and ${parsed.findings.length - 1} more)` : "";
  throw new CliError(`${path}: ${parsed.findings[0]?.message}${more}`);
}

function readText(path: string): string {
  return new TextDecoder().decode(readBytes(path));
}

function readBytes(path: string): Uint8Array {
  try {
    return readFileSync(path);
  } catch (error) {
    throw new CliError(`"${path}" cannot be read: ${reasonOf(error)}`, { cause: error });
  }
}

/** Half a page across, in mm, with letters of 10 pt: as a card of two to a page has it. */
const STEP_ROOM = { width: 180, height: 128, textSize: 3.6 };

function drawn(
  drawing: Parameters<typeof toSvg>[0],
  { json, svg }: Options,
  command: string,
  palette = PAPER_PALETTE,
): string {
  if (json) return asJson(drawing);
  if (!svg) throw new CliError(`${command} needs --svg or --json`);
  return toSvg(drawing, palette);
}

function sayFinding(f: Finding): string {
  return `${f.severity}: ${f.message}`;
}

function asJson(value: unknown): string {
  return `${JSON.stringify(value, null, 2)}\n`;
}
