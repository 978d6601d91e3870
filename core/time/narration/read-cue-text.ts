import { decodeHTMLStrict } from "entities";
import { parseCaptionTime } from "./caption-time.ts";

/** A tag opens with a letter, closes with a stroke, or is a time: "5 < 6" is none. */
const TAG = /^<(\/|[A-Za-z]|[\d:.]+>)/;
/** Marks that turn the reading direction: nothing is said by them. */
const UNSPOKEN = /[\u200e\u200f\u2060\ufeff]/g;

/**
 * Plain words of a cue with the times stated between them; tags for voices and styles are dropped, names of signs
 * ("&amp;", "&#39;") become the signs (WHATWG HTML, 13.5). The work is linear in the text.
 */
export function readCueText(
  raw: string,
  startMs: number,
  endMs: number,
): { text: string; stamps: { char: number; ms: number }[] } {
  const stamps: { char: number; ms: number }[] = [];
  const pieces: string[] = [];
  let length = 0;
  let last = startMs;
  const say = (words: string) => {
    const afterSpace = length === 0 || pieces[pieces.length - 1]?.endsWith(" ");
    const plain = afterSpace ? words.trimStart() : words;
    if (plain === "") return;
    pieces.push(plain);
    length += plain.length;
  };
  const stampAt = (ms: number) => {
    if (ms <= last || ms >= endMs) return;
    // The word that follows begins after one space, whichever side of the time it was written on.
    say(" ");
    stamps.push({ char: length, ms });
    last = ms;
  };
  for (const part of partsOf(raw)) {
    if (!TAG.test(part)) say(decodeHTMLStrict(part).replace(UNSPOKEN, "").replace(/\s+/g, " "));
    else {
      const ms = parseCaptionTime(part.slice(1, -1));
      if (ms !== null) stampAt(ms);
    }
  }
  const text = pieces.join("").trimEnd();
  return { text, stamps: stamps.filter((s) => s.char < text.length) };
}

/** The text cut at its tags; a bracket that opens no tag, or that nothing closes, belongs to the words. */
function* partsOf(raw: string): Generator<string> {
  let from = 0;
  let close = -1;
  for (let open = raw.indexOf("<"); open >= 0; open = raw.indexOf("<", open + 1)) {
    // One end serves every bracket before it: looked for anew, each would read on to the end.
    if (close < open) close = raw.indexOf(">", open);
    if (close < 0) break;
    if (!TAG.test(raw.slice(open, Math.min(close + 1, open + 32)))) continue;
    if (open > from) yield raw.slice(from, open);
    yield raw.slice(open, close + 1);
    from = close + 1;
    open = close;
  }
  if (from < raw.length) yield raw.slice(from);
}
