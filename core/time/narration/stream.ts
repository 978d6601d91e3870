import { GLYPH_SIGNS } from "../../ground/lexicon/index.ts";
import { type Cue, wordsOf } from "./cue.ts";

/** A spoken word with where it stands: in its cue, and in the whole narration read as one text. */
export interface Token {
  readonly wordId: string;
  readonly cueId: string;
  /** Stretch of the cue's text, [from, to). */
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** Lower case, plain apostrophes, no punctuation but a comma after it; hyphens are spaces. */
  readonly plain: string;
  readonly startMs: number;
  readonly endMs: number;
  /** A full stop, question or exclamation mark stands after it. */
  readonly ends: boolean;
}

/** A run of words understood together. */
export interface Sentence {
  readonly tokens: readonly Token[];
  /** The plain words, one space between them: what patterns are looked for in. */
  readonly plain: string;
  /** For every character of `plain`, the index of its token. */
  readonly tokenAt: readonly number[];
}

/** The words of all cues in a row. Captions cut where they like; speech goes on. */
export function tokensOf(cues: readonly Cue[]): Token[] {
  // An hour of speech has nine thousand words, but only some hundreds of different ones.
  const known = new Map<string, string>();
  const plainWord = (text: string) => {
    const plain = known.get(text) ?? plainOf(text);
    known.set(text, plain);
    return plain;
  };
  return cues.flatMap((cue) => {
    const words = wordsOf(cue);
    return [...cue.text.matchAll(/\S+/g)].flatMap((match, i): Token[] => {
      const word = words[i];
      const plain = plainWord(match[0]);
      if (!word || plain === "") return [];
      return [
        {
          wordId: word.id,
          cueId: cue.id,
          from: match.index,
          to: match.index + match[0].length,
          text: match[0],
          plain,
          startMs: word.startMs,
          endMs: word.endMs,
          ends: /[.?!…]["”’)\]]*$/.test(match[0]) && !/^(?:in|ft|cm|mm|vs|approx|etc)\.$/i.test(match[0]),
        },
      ];
    });
  });
}

const STRAY_QUOTE = new RegExp(`(?<![\\d${GLYPH_SIGNS}])"`, "g");

function plainOf(text: string): string {
  const comma = /[,;:]["”’)\]]*$/.test(text) ? "," : "";
  const word = text
    .toLowerCase()
    .replace(/[’‘`]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[–—]/g, "-")
    // An inch mark belongs to its number; other quotes do not.
    .replace(/^["'([{>-]+(?=[^\d])/, "")
    .replace(STRAY_QUOTE, "")
    .replace(/[.,;:!?…)\]}]+["']*$/g, "")
    .replace(/(\D)'+$/, "$1")
    .replace(/(?<=[a-z])-+(?=[a-z0-9])|(?<=[0-9])-(?=[a-z])/g, " ")
    .replace(/^\[.*\]?$/, "")
    .replace(/^gonna$/, "going to")
    .replace(/^wanna$/, "want to")
    .replace(/^gotta$/, "have to")
    .trim();
  return word === "" || /^[-_*♪]+$/.test(word) ? "" : word + comma;
}

/** A silence this long parts what is said before from what is said after, also where captions carry no stops. */
const SILENCE_MS = { withStops: 2500, without: 650 };
/** Without stops, a sentence of at least so many words may end before a word that usually begins one. */
const LONG_ENOUGH = 9;
const BEGINNERS = /^(?:so|now|okay|ok|alright|next|then|remember|if|once|when|let's|i'm|we're)$/;
/** Words that make "and" begin a sentence. */
const AFTER_AND = /^(?:then|now|i'm|i|we|we're|you|you're|so)$/;
/** Words with which "now" ends an order instead of beginning the next sentence. */
const BEFORE_NOW = /^(?:that|it|this|those|these|yours|them|one|lines?|right|again|up|until|by|for|there)$/;
/** Words after a "now" that ends an order: "draw that in now please". */
const AFTER_NOW = /^(?:please|guys|everyone|everybody|class|folks|friends|kids)$/;
const SURE_BEGINNERS = /^(?:okay|ok|alright|so|now|next|let's)$/;
const MOST_WORDS = 40;

/**
 * The narration in sentences. Stops end them where there are any; machine captions without stops are parted at silences and
 * before the words that usually begin a new thought, so that no pattern runs across a change of subject.
 */
export function sentencesOf(tokens: readonly Token[]): Sentence[] {
  const stops = tokens.filter((t) => t.ends).length;
  const hasStops = stops > 0 && tokens.length / stops < 45;
  const sentences: Sentence[] = [];
  let run: Token[] = [];
  const close = () => {
    if (run.length > 0) sentences.push(sentenceOf(run));
    run = [];
  };
  for (const [i, token] of tokens.entries()) {
    const before = tokens[i - 1];
    if (before && run.length > 0) {
      const silent = token.startMs - before.endMs > (hasStops ? SILENCE_MS.withStops : SILENCE_MS.without);
      const word = token.plain.replace(/,$/, "");
      const next = tokens[i + 1]?.plain ?? "";
      const closes =
        (word === "now" &&
          (BEFORE_NOW.test(before.plain) ||
            AFTER_NOW.test(next.replace(/,$/, "")) ||
            // With nothing after it but a breath, "now" ends what was said.
            (tokens[i + 1]?.startMs ?? Number.POSITIVE_INFINITY) - token.endMs > SILENCE_MS.without)) ||
        // "in the next video", "the one next to it".
        (word === "next" &&
          (/^(?:the|in|our|this|my|your|to|one|right|what's|comes)$/.test(before.plain) || next === "to"));
      const begins =
        !hasStops &&
        !closes &&
        !/^(?:and|but|right|so|do|then)$/.test(before.plain) &&
        ((run.length >= LONG_ENOUGH && (BEGINNERS.test(word) || (word === "and" && AFTER_AND.test(next)))) ||
          (run.length >= 4 && SURE_BEGINNERS.test(word)));
      if (silent || begins || run.length >= MOST_WORDS) close();
    }
    run.push(token);
    if (token.ends) close();
  }
  close();
  return sentences;
}

function sentenceOf(tokens: readonly Token[]): Sentence {
  let plain = "";
  const tokenAt: number[] = [];
  for (const [i, token] of tokens.entries()) {
    if (plain !== "") {
      plain += " ";
      tokenAt.push(i);
    }
    plain += token.plain;
    for (let k = 0; k < token.plain.length; k++) tokenAt.push(i);
  }
  return { tokens, plain, tokenAt };
}

/** A pattern over plain words: a space in it allows a comma before it. */
export function pattern(source: string): RegExp {
  return new RegExp(`(?<![\\w'])(?:${source.replace(/ (?![?*+])/g, ",? ")})(?![\\w'])`, "g");
}

/** Where a pattern is found in a sentence, with the tokens it covers. */
export interface PhraseMatch {
  readonly at: number;
  readonly end: number;
  readonly first: Token;
  readonly last: Token;
  readonly match: RegExpMatchArray;
}

export function findAll(sentence: Sentence, regexp: RegExp): PhraseMatch[] {
  return [...sentence.plain.matchAll(regexp)].flatMap((match): PhraseMatch[] => {
    const at = match.index ?? 0;
    const end = at + match[0].length;
    const first = sentence.tokens[sentence.tokenAt[at] ?? -1];
    const last = sentence.tokens[sentence.tokenAt[Math.max(at, end - 1)] ?? -1];
    return first && last ? [{ at, end, first, last, match }] : [];
  });
}
