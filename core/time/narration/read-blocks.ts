import type { Finding } from "../../ground/base/index.ts";
import { type CuesRead, mendedCue, shortened, skippedCue } from "./caption-findings.ts";
import { parseCaptionTime } from "./caption-time.ts";
import type { Cue } from "./cue.ts";
import { readCueText } from "./read-cue-text.ts";

/** How often progress is told. */
const TOLD_EVERY_LINES = 2000;

/** A line that can only be the times of a cue, wherever it stands. */
const TIMING = /^\s*\d[\d:.,]*\s*-->/;
const COMMENT = /^(NOTE|STYLE|REGION)(\s|$)/;

/** A stretch of lines between blank ones: with its line of times a cue, without one something else. */
interface Block {
  /** 0-based places in the file: the first line, the line of times (-1: none), and the end, which is past it. */
  readonly from: number;
  readonly timing: number;
  readonly to: number;
}

/**
 * Reads the blocks of WebVTT or SubRip. As in WebVTT's own parser (W3C, 6.1), a line of times begins a cue wherever it
 * stands: under the file's head, under a comment, or under the words of the cue before.
 */
export function readBlocks(
  lines: readonly string[],
  isVtt: boolean,
  onProgress: (share: number) => void,
): CuesRead {
  const findings: Finding[] = [];
  const cues: Omit<Cue, "id">[] = [];
  let told = 0;
  for (const { from, timing, to } of blocksOf(lines, isVtt, findings)) {
    if (timing < 0) {
      const first = lines[from] ?? "";
      if (!isVtt || headOrComment(first) === null)
        findings.push(skippedCue(from + 1, `no line with times in "${shortened(first)}"`));
    } else {
      const cue = readCue(lines, timing, to);
      if (typeof cue === "string") findings.push(skippedCue(timing + 1, cue));
      else cues.push(cue);
    }
    if (to - told < TOLD_EVERY_LINES) continue;
    told = to;
    onProgress(to / lines.length);
  }
  return { cues, findings };
}

function* blocksOf(lines: readonly string[], isVtt: boolean, findings: Finding[]): Generator<Block> {
  let from = -1;
  let timing = -1;
  for (let i = 0; i <= lines.length; i++) {
    const line = lines[i] ?? "";
    if (line.trim() === "") {
      if (from >= 0) yield { from, timing, to: i };
      from = timing = -1;
      continue;
    }
    if (from < 0) from = i;
    if (timing < 0 && line.includes("-->")) {
      const above = isVtt ? headOrComment(lines[from] ?? "") : null;
      // A comment may speak of arrows.
      if (above && !TIMING.test(line)) continue;
      if (above) findings.push(mendedCue(i + 1, `a cue stands directly under ${above}; it was read`));
      timing = i;
    } else if (timing >= 0 && TIMING.test(line)) {
      // The number or name of the next cue stands above its times: a number can be told from words.
      const numbered = i - 1 > timing && /^\s*\d+\s*$/.test(lines[i - 1] ?? "");
      const end = numbered ? i - 1 : i;
      findings.push(mendedCue(i + 1, "no blank line stands before this cue; it was read as one of its own"));
      yield { from, timing, to: end };
      from = end;
      timing = i;
    }
  }
}

/** What of WebVTT other than a cue begins with this line; null when nothing. */
function headOrComment(first: string): string | null {
  if (/^WEBVTT(\s|$)/.test(first)) return "the head of the file";
  const comment = COMMENT.exec(first)?.[1];
  return comment ? `a ${comment} block` : null;
}

/** The cue whose times stand in line `timing` and whose words reach to line `to`; why not, in words, when it is none. */
function readCue(lines: readonly string[], timing: number, to: number): Omit<Cue, "id"> | string {
  const line = lines[timing] ?? "";
  const arrow = line.indexOf("-->");
  const from = line.slice(0, arrow).trim();
  // Settings such as "align:start" may follow the end time.
  const rest = line.slice(arrow + 3).trim();
  const startMs = parseCaptionTime(from);
  const endMs = parseCaptionTime(rest.split(/\s/, 1)[0] ?? "");
  if (startMs === null) return `the start time "${shortened(from)}" cannot be read`;
  if (endMs === null) return `the end time "${shortened(rest)}" cannot be read`;
  if (endMs <= startMs) return "it ends before it starts";
  const { text, stamps } = readCueText(lines.slice(timing + 1, to).join(" "), startMs, endMs);
  if (text === "") return "it has no words";
  return { startMs, endMs, text, ...(stamps.length > 0 ? { stamps } : {}) };
}
