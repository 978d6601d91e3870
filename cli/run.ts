import { readFileSync, writeFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { type Finding, formatClock } from "#core/base";
import { drawState, frameAt, makeCards, PAPER_PALETTE, toSvg } from "#core/display";
import { parseLessonText } from "#core/lesson";
import { readCaptions, wordsOf } from "#core/narration";
import { type ComputedLesson, computeLesson, judgeDrift } from "#core/pipeline";
import { writeCardsPdf } from "../server/pdf/cards.server.ts";

/** Bad input on the command line: one line that says what, which and what was expected. */
export class CliError extends Error {}

const USAGE = `regulanda: the lesson engine on the command line

  check LESSON                      what is wrong or worth knowing in a lesson file
  steps LESSON                      its steps, worded
  draw LESSON [--move N] --svg      the paper after move N (all moves without --move)
  frame LESSON --at SECONDS --svg   the overlay at a moment of lesson time
  cards LESSON --out FILE.pdf       the step cards
  narration FILE                    the cues of a WebVTT or SubRip file

  --json   machine-readable output (check, steps, draw, frame, narration)
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
  if (rest.length > 0) throw new CliError(`${command} takes one file, got also "${rest[0]}"`);
  return action(path, values);
}

interface Options {
  readonly json?: boolean | undefined;
  readonly svg?: boolean | undefined;
  readonly help?: boolean | undefined;
  readonly move?: string | undefined;
  readonly at?: string | undefined;
  readonly out?: string | undefined;
}

const COMMANDS: Readonly<Record<string, (path: string, options: Options) => string | Promise<string>>> = {
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
          s.readings.length > 0 ? `Readings: ${s.readings.join("; ")}` : "",
          s.check ? `Check: ${s.check}` : "",
        ]
          .filter(Boolean)
          .join("\n   "),
      )
      .join("\n")}\n`;
  },
  draw: (path, { json, svg, move }) => {
    const computed = compute(path);
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
  cards: async (path, { out }) => {
    if (out === undefined || out === "") throw new CliError("cards needs --out FILE.pdf");
    const computed = compute(path);
    if (computed.steps.length === 0) throw new CliError("the lesson has no steps, so there are no cards");
    const cards = makeCards(computed);
    const pdf = await writeCardsPdf(cards, computed.lesson.handOut, computed.lesson.title, new Date());
    try {
      writeFileSync(out, pdf);
    } catch (error) {
      throw new CliError(`"${out}" cannot be written: ${reasonOf(error)}`, { cause: error });
    }
    return `${cards.length} cards written to ${out}\n`;
  },
  narration: (path, { json }) => {
    const read = readCaptions(readText(path));
    if (!read.ok) throw new CliError(`${path}: ${read.findings[0]?.message ?? "cannot be read"}`);
    const { format, cues } = read.value;
    if (json)
      return asJson({
        format,
        cues: cues.map((c) => ({ ...c, words: wordsOf(c) })),
        findings: read.findings,
      });
    const lines = cues.map((c) => `${c.id}  ${formatClock(c.startMs)}–${formatClock(c.endMs)}  ${c.text}`);
    return `${[`${path}: ${format}, ${cues.length} cues`, ...lines, ...read.findings.map(sayFinding)].join("\n")}\n`;
  },
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
        at: { type: "string" },
        out: { type: "string" },
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
  try {
    return readFileSync(path, "utf8");
  } catch (error) {
    throw new CliError(`"${path}" cannot be read: ${reasonOf(error)}`, { cause: error });
  }
}

function drawn(drawing: Parameters<typeof toSvg>[0], { json, svg }: Options, command: string): string {
  if (json) return asJson(drawing);
  if (!svg) throw new CliError(`${command} needs --svg or --json`);
  return toSvg(drawing, PAPER_PALETTE);
}

function wholeNumber(name: string, text: string, least: number, most: number): number {
  const n = Number(text);
  if (!Number.isInteger(n) || n < least || n > most || text.trim() === "")
    throw new CliError(`${name} takes a whole number from ${least} to ${most}, got "${text}"`);
  return n;
}

function sayFinding(f: Finding): string {
  return `${f.severity}: ${f.message}`;
}

function asJson(value: unknown): string {
  return `${JSON.stringify(value, null, 2)}\n`;
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? (error.message.split("\n")[0] ?? "") : String(error);
}
