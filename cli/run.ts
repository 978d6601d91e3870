import { parseArgs } from "node:util";
import { CliError, reasonOf } from "./arguments.ts";
import type { Command } from "./command.ts";

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
  pace LESSON [--csv]               whether a class keeps up, and the shortest waits that keep it
                [--pupils N] [--seed N] [--keep PERCENT]
  export LESSON --format FORMAT     vtt, srt, chapters, chapter-list, steps, otio, edl or csv
                [--rate RATE]       frame rate for otio and edl: 23.976, 24, 25, 29.97, 29.97df, 30, 50, 59.94, 59.94df, 60

  overlay LESSON --out FILE         the overlay: .mov (QuickTime PNG), .zip (PNG sequence) or .svg (animated)
                [--fps RATE]        25 unless said otherwise; the rates of export
                [--size SIZE]       recording (as usual), 720, 1080, 2160, square or upright
                [--clock CLOCK]     recording, to lie over the untouched file, or lesson (as usual)
  stills LESSON --out FILE.zip [--size SIZE]
                                    a picture of every step, PNG and SVG

  --json   machine-readable output (check, steps, draw, frame, narration, align, retake, schedule, pace)
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
  return (await action())(path, values, rest);
}

/** Files a command takes beside the first. */
const MORE_FILES: Readonly<Record<string, number>> = { align: 1, retake: 2 };

/** Commands by their names. Each is loaded when it is called for: reading captions needs nothing that draws or prints. */
const COMMANDS: Readonly<Record<string, () => Promise<Command>>> = {
  check: async () => (await import("./commands/lesson.ts")).check,
  steps: async () => (await import("./commands/lesson.ts")).steps,
  draw: async () => (await import("./commands/pictures.ts")).draw,
  frame: async () => (await import("./commands/pictures.ts")).frame,
  cards: async () => (await import("./commands/hand-outs.ts")).cards,
  "hand-out": async () => (await import("./commands/hand-outs.ts")).handOut,
  narration: async () => (await import("./commands/narration.ts")).narration,
  align: async () => (await import("./commands/takes.ts")).align,
  retake: async () => (await import("./commands/takes.ts")).retake,
  schedule: async () => (await import("./commands/lesson.ts")).schedule,
  pace: async () => (await import("./commands/pace.ts")).pace,
  overlay: async () => (await import("./commands/films.ts")).overlay,
  stills: async () => (await import("./commands/films.ts")).stills,
  export: async () => (await import("./commands/lesson.ts")).exported,
};

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
        pupils: { type: "string" },
        keep: { type: "string" },
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
