import type { Finding, Parsed } from "../base/index.ts";
import { parseCaptionTime } from "./caption-time.ts";
import type { Cue } from "./cue.ts";
import { looksStamped, readJsonWords, readStamped } from "./read-plain.ts";

export type CaptionFormat = "WebVTT" | "SubRip" | "text with times" | "JSON";

export interface Captions {
  readonly format: CaptionFormat;
  readonly cues: readonly Cue[];
}

interface Block {
  readonly line: number;
  readonly lines: readonly string[];
}

/**
 * Reads a WebVTT (W3C, WebVTT: The Web Video Text Tracks Format) or SubRip file, plain text whose lines begin with times, or
 * JSON with words, forgiving byte-order marks, CRLF, missing hours, hours over 99, unsorted and overlapping cues. A bad cue is skipped and reported by
 * line; a file with no good cue left is refused.
 */
export function readCaptions(text: string): Parsed<Captions> {
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n|\r|\n/);
  const { format, cues: found, findings } = readAs(lines);
  if (found.length === 0) {
    const why =
      text.trim() === ""
        ? "The file is empty."
        : `It has no readable cue (a line such as "00:01.000 --> 00:04.000" with words below it).`;
    return {
      ok: false,
      findings: [
        {
          code: "no-cues",
          severity: "fault",
          about: "captions",
          message: `These captions cannot be used. ${why} Nothing was changed.`,
          numbers: {},
        },
        ...findings,
      ],
    };
  }
  const sorted = found
    .map((cue, i) => ({ cue, i }))
    .sort((a, b) => a.cue.startMs - b.cue.startMs || a.i - b.i);
  if (sorted.some((s, i) => s.i !== i))
    findings.push(note("unsorted-cues", "The cues were not in order of time; they are now."));
  const cues = sorted.map(({ cue }, i): Cue => ({ id: `c${i + 1}`, ...cue }));
  const overlapping = cues.filter((c, i) => i > 0 && c.startMs < (cues[i - 1]?.endMs ?? 0)).length;
  if (overlapping > 0)
    findings.push(
      note("overlapping-cues", `${overlapping} cues begin before the one before them ends; both are kept.`),
    );
  return { ok: true, value: { format, cues }, findings };
}

/** The cues of a file in the format it is in, as far as they can be read. */
function readAs(lines: readonly string[]): {
  format: CaptionFormat;
  cues: Omit<Cue, "id">[];
  findings: Finding[];
} {
  const isVtt = /^WEBVTT(\s|$)/.test(lines[0] ?? "");
  if (!isVtt && /^\s*[[{]/.test(lines[0] ?? "")) {
    const read = readJsonWords(lines.join("\n"));
    if (read) return { format: "JSON", ...read };
  }
  if (!isVtt && !lines.some((l) => l.includes("-->")) && looksStamped(lines))
    return { format: "text with times", ...readStamped(lines) };
  const findings: Finding[] = [];
  const cues: Omit<Cue, "id">[] = [];
  for (const block of blocksOf(lines)) {
    if (isVtt && /^(WEBVTT|NOTE|STYLE|REGION)(\s|$)/.test(block.lines[0] ?? "")) continue;
    const cue = readBlock(block);
    if ("skipped" in cue) findings.push(skipped(cue.line, cue.skipped));
    else cues.push(cue);
  }
  return { format: isVtt ? "WebVTT" : "SubRip", cues, findings };
}

function blocksOf(lines: readonly string[]): Block[] {
  const blocks: Block[] = [];
  let start = -1;
  for (let i = 0; i <= lines.length; i++) {
    const blank = (lines[i] ?? "").trim() === "";
    if (!blank && start < 0) start = i;
    if (blank && start >= 0) {
      blocks.push({ line: start + 1, lines: lines.slice(start, i) });
      start = -1;
    }
  }
  return blocks;
}

function readBlock(block: Block): Omit<Cue, "id"> | { line: number; skipped: string } {
  const timing = block.lines.findIndex((l) => l.includes("-->"));
  if (timing < 0)
    return { line: block.line, skipped: `no line with times in "${short(block.lines[0] ?? "")}"` };
  const line = block.line + timing;
  const [from = "", rest = ""] = (block.lines[timing] ?? "").split("-->");
  const startMs = parseCaptionTime(from);
  // Settings such as "align:start" may follow the end time.
  const endMs = parseCaptionTime(rest.trim().split(/\s+/)[0] ?? "");
  if (startMs === null) return { line, skipped: `the start time "${short(from.trim())}" cannot be read` };
  if (endMs === null) return { line, skipped: `the end time "${short(rest.trim())}" cannot be read` };
  if (endMs <= startMs) return { line, skipped: "it ends before it starts" };
  const { text, stamps } = readText(block.lines.slice(timing + 1).join(" "), startMs, endMs);
  if (text === "") return { line, skipped: "it has no words" };
  return { startMs, endMs, text, ...(stamps.length > 0 ? { stamps } : {}) };
}

const ENTITIES: Readonly<Record<string, string>> = {
  amp: "&",
  lt: "<",
  gt: ">",
  nbsp: " ",
  lrm: "",
  rlm: "",
  quot: '"',
};

/** Plain words of a cue with the times stated between them; tags for voices and styles are dropped. */
function readText(
  raw: string,
  startMs: number,
  endMs: number,
): { text: string; stamps: { char: number; ms: number }[] } {
  const stamps: { char: number; ms: number }[] = [];
  let text = "";
  let last = startMs;
  for (const part of raw.match(/<[^>]*>|[^<]+|</g) ?? []) {
    if (part.startsWith("<") && part.endsWith(">")) {
      const ms = parseCaptionTime(part.slice(1, -1));
      if (ms !== null && ms > last && ms < endMs) {
        text = text.replace(/\s+$/, "");
        stamps.push({ char: text === "" ? 0 : text.length + 1, ms });
        last = ms;
        if (text !== "") text += " ";
      }
      continue;
    }
    const plain = part
      .replace(/&(\w+);/g, (whole, name: string) => ENTITIES[name] ?? whole)
      .replace(/\s+/g, " ");
    text += text === "" || text.endsWith(" ") ? plain.replace(/^ /, "") : plain;
  }
  text = text.trimEnd();
  return { text, stamps: stamps.filter((s) => s.char < text.length) };
}

function skipped(line: number, why: string): Finding {
  return {
    code: "cue-skipped",
    severity: "warning",
    about: `line ${line}`,
    message: `Line ${line}: a cue was skipped, because ${why}.`,
    numbers: { line },
  };
}

function note(code: string, message: string): Finding {
  return { code, severity: "note", about: "captions", message, numbers: {} };
}

function short(text: string): string {
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}
