import type { Finding } from "../../ground/base/index.ts";
import { type CuesRead, skippedCue as skipped } from "./caption-findings.ts";
import { LATEST_MS, parseCaptionTime } from "./caption-time.ts";
import type { Cue } from "./cue.ts";

type PlainCue = Omit<Cue, "id">;

/** A cue without a stated end lasts to the next, at most so long. */
const LONGEST_MS = 20_000;
/** The last cue lasts as its words do at this pace. */
const MS_A_WORD = 450;

/** "[1:05] words", "1:05 words", "(00:01:05) words", "00:01:05.250 - words", or a line with a time and words below it. */
const STAMPED = /^\s*[[(]?((?:\d+:)?\d{1,2}:\d{2}(?:[.,]\d{1,3})?)[\])]?\s*(?:[-–—:]\s*)?(.*)$/s;

/** Whether a text looks like lines that begin with times. */
export function looksStamped(lines: readonly string[]): boolean {
  const filled = lines.filter((l) => l.trim() !== "");
  const stamped = filled.filter((l) => STAMPED.test(l) && !l.includes("-->")).length;
  return stamped > 0 && stamped >= filled.length / 6;
}

/** Reads plain text whose lines begin with times; lines without one go on with the cue before. */
export function readStamped(lines: readonly string[]): CuesRead {
  const findings: Finding[] = [];
  const rough: { line: number; startMs: number; said: string[] }[] = [];
  for (const [i, line] of lines.entries()) {
    if (line.trim() === "") continue;
    const match = STAMPED.exec(line);
    const ms = match ? parseStamp(match[1] ?? "") : null;
    const last = rough[rough.length - 1];
    if (match && ms !== null) rough.push({ line: i + 1, startMs: ms, said: [match[2] ?? ""] });
    else if (match) findings.push(skipped(i + 1, `the time "${match[1]}" cannot be read`));
    else if (last) last.said.push(line);
    else findings.push(skipped(i + 1, `no time stands before "${line.trim().slice(0, 40)}"`));
  }
  const nexts = nextLater(rough.map((r) => r.startMs));
  const cues = rough.flatMap(({ line, startMs, said }, i): readonly PlainCue[] => {
    const text = said.join(" ").replace(/\s+/g, " ").trim();
    if (text === "") {
      findings.push(skipped(line, "it has no words"));
      return [];
    }
    const next = nexts[i];
    const spokenMs = text.split(" ").length * MS_A_WORD;
    const endMs =
      next === undefined ? startMs + spokenMs : Math.min(next, startMs + Math.max(LONGEST_MS, spokenMs));
    return inSentences({ startMs, endMs: Math.max(endMs, startMs + 1), text });
  });
  return { cues, findings };
}

/** A paragraph has at least so many words; anything shorter is one cue. */
const PARAGRAPH_WORDS = 20;
const LEAST_WORDS = 3;

/** A paragraph as its sentences, each with the time its letters take of the whole. */
function inSentences(cue: PlainCue): readonly PlainCue[] {
  const lengthMs = cue.endMs - cue.startMs;
  if (cue.text.split(" ").length < PARAGRAPH_WORDS) return [cue];
  const sentences: string[] = [];
  for (const piece of cue.text.split(/(?<=[.?!…]["”’)]?) /)) {
    const last = sentences[sentences.length - 1];
    // "Okay." is too short to stand alone, and "Mr." ends nothing.
    if (last !== undefined && last.split(" ").length < LEAST_WORDS)
      sentences[sentences.length - 1] = `${last} ${piece}`;
    else sentences.push(piece);
  }
  const letters = cue.text.length;
  let at = 0;
  return sentences.map((text) => {
    const startMs = cue.startMs + Math.round((lengthMs * at) / letters);
    at += text.length + 1;
    const endMs = cue.startMs + Math.round((lengthMs * Math.min(at, letters)) / letters);
    return { startMs, endMs: Math.max(endMs, startMs + 1), text };
  });
}

/** For each time the first one after it in the list that is later; undefined where none is. */
function nextLater(times: readonly number[]): (number | undefined)[] {
  const next: (number | undefined)[] = [];
  /** Times further on that may still be somebody's next, the nearest last: each is later than the one above it. */
  const open: number[] = [];
  for (let i = times.length - 1; i >= 0; i--) {
    const ms = times[i] ?? 0;
    while (open.length > 0 && (open[open.length - 1] ?? 0) <= ms) open.pop();
    next[i] = open[open.length - 1];
    open.push(ms);
  }
  return next;
}

/** "1:05" is a minute and five seconds; "1:02:03.5" has hours. */
function parseStamp(text: string): number | null {
  return parseCaptionTime(/[.,]/.test(text) ? text : `${text}.0`);
}

/**
 * Reads JSON with words or cues: an array, or an object with `words`, `cues` or `segments`, each with its text and its
 * start and end as seconds or as ms (`startMs`, `endMs`). Words are gathered into cues at silences and full stops.
 */
export function readJsonWords(text: string): CuesRead | null {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return null;
  }
  const lists = [
    data,
    ...["words", "cues", "segments", "results"].map((key) => (data as Record<string, unknown>)?.[key]),
  ];
  const list = lists.find((l): l is unknown[] => Array.isArray(l));
  if (!list) return { cues: [], findings: [] };
  // A list of segments, each with its own words, is read for its words.
  const flat = list.flatMap((item) => {
    const words = (item as { words?: unknown[] } | null)?.words;
    return Array.isArray(words) && words.length > 0 ? words : [item];
  });
  const findings: Finding[] = [];
  const spoken = flat.flatMap((item, i) => {
    const read = readSpoken(item);
    if (typeof read !== "string") return [read];
    findings.push(skipped(i + 1, read, "Entry"));
    return [];
  });
  return { cues: gathered(spoken), findings };
}

interface Spoken {
  readonly text: string;
  readonly startMs: number;
  readonly endMs: number;
}

function readSpoken(item: unknown): Spoken | string {
  if (typeof item !== "object" || item === null) return "it is no object";
  const entry = item as Record<string, unknown>;
  const text = [entry.text, entry.word, entry.punctuated_word, entry.w].find((t) => typeof t === "string");
  if (typeof text !== "string" || text.trim() === "") return "it has no words";
  const time = (...keys: string[]) => {
    for (const key of keys) {
      const value = entry[key];
      const ms = typeof value === "number" ? Math.round(/ms$/i.test(key) ? value : value * 1000) : -1;
      if (ms >= 0 && ms < LATEST_MS) return ms;
    }
    return null;
  };
  const startMs = time("startMs", "start_ms", "start", "from", "time");
  const endMs = time("endMs", "end_ms", "end", "to");
  if (startMs === null) return `"${text.slice(0, 30)}" has no start that can be read`;
  if (endMs !== null && endMs < startMs) return `"${text.slice(0, 30)}" ends before it starts`;
  return { text: text.trim().replace(/\s+/g, " "), startMs, endMs: endMs ?? startMs + MS_A_WORD };
}

/** Words in cues of a sentence or so, each word's own time kept as a stamp. */
function gathered(spoken: readonly Spoken[]): PlainCue[] {
  const sorted = [...spoken].sort((a, b) => a.startMs - b.startMs);
  const cues: { startMs: number; endMs: number; text: string; stamps: { char: number; ms: number }[] }[] = [];
  for (const word of sorted) {
    const last = cues[cues.length - 1];
    const goesOn =
      last !== undefined &&
      !word.text.includes(" ") &&
      word.startMs - last.endMs < 900 &&
      !/[.?!]$/.test(last.text) &&
      last.text.length < 160;
    if (last && goesOn) {
      if (word.startMs > (last.stamps[last.stamps.length - 1]?.ms ?? last.startMs))
        last.stamps.push({ char: last.text.length + 1, ms: word.startMs });
      last.text += ` ${word.text}`;
      last.endMs = Math.max(last.endMs, word.endMs);
    } else
      cues.push({
        startMs: word.startMs,
        endMs: Math.max(word.endMs, word.startMs + 1),
        text: word.text,
        stamps: [],
      });
  }
  return cues.map(({ stamps, ...cue }) => {
    const kept = stamps.filter((s) => s.ms < cue.endMs);
    return kept.length > 0 ? { ...cue, stamps: kept } : cue;
  });
}
