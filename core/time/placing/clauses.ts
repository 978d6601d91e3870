import type { Sentence, Token } from "../narration/index.ts";

/** A few words said in one breath: the smallest stretch of speech at which a step can begin. */
export interface Clause {
  readonly tokens: readonly Token[];
  /** Its plain words without commas, one space between them. */
  readonly plain: string;
  /** Nothing is said for so long before it, ms. */
  readonly silentMs: number;
  /** A sentence begins with it. */
  readonly opensSentence: boolean;
}

/** Words that begin a new thought wherever they stand. */
const BEGINS =
  /^(?:so|now|then|okay|ok|alright|next|but|because|if|when|once|until|till|finally|first|lastly|also)$/;
/** Words after which "and" joins two doings rather than two things. */
const AFTER_AND =
  /^(?:then|now|i|i'm|i'll|i've|we|we're|we'll|you|you're|it|it's|that's|this|that|these|those|here|there|here's|where|so|up|down|over|across|around|from|to|go|draw|connect|join|make|put|do|close|round|again|back|if|when|because|clean|rub|erase)$/;
/** Words that begin one after so many others. */
const BEGINS_LATE =
  /^(?:i'm|i'll|i've|we're|we'll|let's|you're|here's|that's|it's|there's|what|from|how|see|does|i|we|you|they|again|this|remember|don't)$/;
const LATE = 6;
/** Words that lean on the one before them, and so begin nothing. */
const BEFORE_LEANS =
  /^(?:the|a|an|and|but|or|so|to|of|in|on|at|for|with|right|just|my|your|our|that|this|is|are|if|until|till|because|even|i|you|we|what|how|where|when|that's|it's|not|as|than|like|from|see|does|do|did|can|could|should|want|let|have|gonna|going)$/;
/** A silence this long parts two clauses where captions carry no stops. */
const BREATH_MS = 350;
const LEAST_WORDS = 3;
/** Longer clauses are parted before the next "and". */
const LONG_WORDS = 14;

/**
 * The narration in clauses: sentences cut at breaths, at commas and before words that begin a thought. A word in `cutAt`
 * begins a clause of its own.
 */
export function clausesOf(sentences: readonly Sentence[], cutAt: ReadonlySet<string> = new Set()): Clause[] {
  const clauses: Clause[] = [];
  for (const sentence of sentences) {
    let run: Token[] = [];
    let opens = true;
    const close = () => {
      const last = clauses[clauses.length - 1]?.tokens.at(-1);
      const first = run[0];
      if (!first) return;
      clauses.push({
        tokens: run,
        plain: run.map((t) => t.plain.replace(/,$/, "")).join(" "),
        silentMs: Math.max(0, first.startMs - (last?.endMs ?? 0)),
        opensSentence: opens,
      });
      opens = false;
      run = [];
    };
    for (const [i, token] of sentence.tokens.entries()) {
      const before = run[run.length - 1];
      const left = sentence.tokens.length - i;
      if (
        before &&
        (cutAt.has(token.wordId) ||
          (run.length >= LEAST_WORDS && begins(before, token, sentence.tokens[i + 1], run.length, left)))
      )
        close();
      run.push(token);
    }
    close();
  }
  return clauses;
}

function begins(before: Token, token: Token, next: Token | undefined, said: number, left: number): boolean {
  if (left < 2) return false;
  if (token.startMs - before.endMs > BREATH_MS) return true;
  const word = token.plain.replace(/,$/, "");
  const joins = word === "and" && (said > LONG_WORDS || AFTER_AND.test(next?.plain.replace(/,$/, "") ?? ""));
  if (before.plain.endsWith(",")) return left >= LEAST_WORDS;
  const late = said >= LATE && left >= LEAST_WORDS && BEGINS_LATE.test(word);
  return ((BEGINS.test(word) || late) && !BEFORE_LEANS.test(before.plain)) || joins;
}
