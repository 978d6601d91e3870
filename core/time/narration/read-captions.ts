import { countOf, type Finding, type Parsed } from "../../ground/base/index.ts";
import type { CuesRead } from "./caption-findings.ts";
import { LATEST_MS } from "./caption-time.ts";
import { type Cue, MOST_CUES, MOST_SPOKEN_CHARS } from "./cue.ts";
import { type Encoding, encodingOf } from "./encoding.ts";
import { readBlocks } from "./read-blocks.ts";
import { looksStamped, readJsonWords, readStamped } from "./read-plain.ts";

type CaptionFormat = "WebVTT" | "SubRip" | "text with times" | "JSON";

export interface Captions {
  readonly format: CaptionFormat;
  readonly cues: readonly Cue[];
}

/** A file with more faults than this is told about by these and a count. */
const MOST_TOLD = 100;

/**
 * Reads a WebVTT (W3C, WebVTT: The Web Video Text Tracks Format) or SubRip file, plain text whose lines begin with times, or
 * JSON with words, forgiving byte-order marks, CRLF, missing hours, hours over 99, missing blank lines, unsorted and
 * overlapping cues. A bad cue is skipped; every one skipped or mended is reported by line; a file with no good cue left, or
 * with more than a narration can have, is refused. The work is linear in the text. `onProgress` hears shares from 0 to 1.
 */
export function readCaptions(text: string, onProgress: (share: number) => void = () => {}): Parsed<Captions> {
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n|\r|\n/);
  const { format, cues: found, findings } = readAs(lines, onProgress);
  if (found.length === 0) {
    const why =
      text.trim() === ""
        ? "The file is empty."
        : `It has no readable cue (a line such as "00:01.000 --> 00:04.000" with words below it).`;
    return refused("no-cues", why, findings);
  }
  if (found.length > MOST_CUES)
    return refused("too-many-cues", `They have ${found.length} cues; a narration has at most ${MOST_CUES}.`);
  const letters = found.reduce((sum, c) => sum + c.text.length, 0);
  if (letters > MOST_SPOKEN_CHARS)
    return refused("too-long", `They have ${letters} letters; a narration has at most ${MOST_SPOKEN_CHARS}.`);
  const told = summed(findings);
  const sorted = found
    .map((cue, i) => ({ cue, i }))
    .sort((a, b) => a.cue.startMs - b.cue.startMs || a.i - b.i);
  if (sorted.some((s, i) => s.i !== i))
    told.push(note("unsorted-cues", "The cues were not in order of time; they are now."));
  const cues = sorted.map(
    ({ cue }, i): Cue => ({ id: `c${i + 1}`, ...cue, endMs: Math.min(cue.endMs, LATEST_MS) }),
  );
  const overlapping = cues.filter((c, i) => i > 0 && c.startMs < (cues[i - 1]?.endMs ?? 0)).length;
  if (overlapping > 0)
    told.push(
      note("overlapping-cues", `${overlapping} cues begin before the one before them ends; both are kept.`),
    );
  return { ok: true, value: { format, cues }, findings: told };
}

/**
 * Reads a caption file from its bytes: UTF-8, or UTF-16 by its mark. Any other encoding is refused by name. `decode` is the
 * surroundings' own decoder.
 */
export function readCaptionBytes(
  bytes: Uint8Array,
  decode: (bytes: Uint8Array, encoding: NonNullable<Encoding["read"]>) => string,
  onProgress?: (share: number) => void,
): Parsed<Captions> {
  const encoding = encodingOf(bytes);
  if (encoding.read === null)
    return refused(
      "unread-encoding",
      `The file is written in ${encoding.name}; save it as UTF-8 and choose it again.`,
    );
  return readCaptions(decode(bytes, encoding.read), onProgress);
}

/** The cues of a file in the format it is in, as far as they can be read. */
function readAs(
  lines: readonly string[],
  onProgress: (share: number) => void,
): CuesRead & { format: CaptionFormat } {
  const first = lines.find((l) => l.trim() !== "") ?? "";
  const isVtt = /^WEBVTT(\s|$)/.test(first);
  if (!isVtt && /^\s*[[{]/.test(first)) {
    const read = readJsonWords(lines.join("\n"));
    if (read) return { format: "JSON", ...read };
  }
  if (!isVtt && !lines.some((l) => l.includes("-->")) && looksStamped(lines))
    return { format: "text with times", ...readStamped(lines) };
  return { format: isVtt ? "WebVTT" : "SubRip", ...readBlocks(lines, isVtt, onProgress) };
}

/** The findings, or the first of very many with how many more there are. */
function summed(findings: readonly Finding[]): Finding[] {
  if (findings.length <= MOST_TOLD) return [...findings];
  const more = findings.length - MOST_TOLD;
  return [
    ...findings.slice(0, MOST_TOLD),
    {
      code: "more-findings",
      severity: "warning",
      about: "captions",
      message: `${countOf(more, "more line")} like these, the last being: ${findings[findings.length - 1]?.message}`,
      numbers: { more },
    },
  ];
}

function refused(code: string, why: string, findings: readonly Finding[] = []): Parsed<Captions> {
  const message = `These captions cannot be used. ${why} Nothing was changed.`;
  return {
    ok: false,
    findings: [{ code, severity: "fault", about: "captions", message, numbers: {} }, ...summed(findings)],
  };
}

function note(code: string, message: string): Finding {
  return { code, severity: "note", about: "captions", message, numbers: {} };
}
