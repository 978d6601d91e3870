import * as v from "valibot";
import { LATEST_MS } from "./caption-time.ts";

/** Every word of eight hours' talk as a cue of its own stays below this. */
export const MOST_CUES = 50_000;
/** Some eighteen hours of talk. */
export const MOST_SPOKEN_CHARS = 1_000_000;

const MsSchema = v.pipe(
  v.number(),
  v.integer("times are whole milliseconds"),
  v.minValue(0, "times start at 0"),
  v.maxValue(LATEST_MS, "times end at a thousand hours"),
);

const CueSchema = v.pipe(
  v.strictObject({
    id: v.pipe(v.string(), v.regex(/^c\d+$/, 'a cue\'s id is "c" and a number')),
    startMs: MsSchema,
    endMs: MsSchema,
    text: v.pipe(v.string(), v.minLength(1)),
    /** Times stated inside the cue: at this character of the text, this moment. Rising in both. */
    stamps: v.optional(
      v.array(v.strictObject({ char: v.pipe(v.number(), v.integer(), v.minValue(0)), ms: MsSchema })),
    ),
  }),
  v.check((cue) => cue.endMs > cue.startMs, "a cue ends after it starts"),
);

/** All that is said in a recording. */
export const CuesSchema = v.pipe(
  v.array(CueSchema),
  v.minLength(1, "a narration has at least one cue"),
  v.maxLength(MOST_CUES, `a narration has at most ${MOST_CUES} cues`),
  v.check(
    (cues) => cues.reduce((sum, c) => sum + c.text.length, 0) <= MOST_SPOKEN_CHARS,
    `a narration has at most ${MOST_SPOKEN_CHARS} letters`,
  ),
);

/** A stretch of narration in source time, [startMs, endMs). Never changed once imported. */
export type Cue = v.InferOutput<typeof CueSchema>;

/** One spoken word. Its id, `cue.wN`, never changes: anchors point at it. */
export interface Word {
  readonly id: string;
  readonly cueId: string;
  readonly text: string;
  readonly startMs: number;
  readonly endMs: number;
}

/**
 * The words of a cue with their times: stated ones where the cue has them, else shared out over the cue by
 * letters, which is as near as captions allow.
 */
export function wordsOf(cue: Cue): Word[] {
  const length = cue.text.length;
  const known = [{ char: 0, ms: cue.startMs }, ...(cue.stamps ?? []), { char: length, ms: cue.endMs }];
  let i = 1;
  /** Asked from left to right, so that a cue of very many stated times is gone through once. */
  const timeAt = (char: number): number => {
    while (i < known.length - 1 && (known[i]?.char ?? 0) <= char) i++;
    const [a, b] = [known[i - 1], known[i]];
    if (!a || !b || b.char === a.char) return a?.ms ?? cue.startMs;
    return Math.round(a.ms + ((b.ms - a.ms) * (char - a.char)) / (b.char - a.char));
  };
  return [...cue.text.matchAll(/\S+/g)].map((match, word) => ({
    id: `${cue.id}.w${word + 1}`,
    cueId: cue.id,
    text: match[0],
    startMs: timeAt(match.index),
    endMs: timeAt(match.index + match[0].length),
  }));
}
