import { MM_PER, ONES } from "../../ground/lexicon/index.ts";
import type { Heard, HeardKind } from "../narration/index.ts";
import type { Clause } from "./clauses.ts";
import { contentStems, stemOf } from "./stems.ts";

/** What hands do, as coarsely as speech tells it apart. */
const DOINGS = [
  ["mark", /\b(?:marks?|marked|marking|dots?|ticks?|measure[ds]?|measuring)\b/],
  [
    "draw",
    /\b(?:draw|draws|drawing|drew|lines?|rule|sketch|put (?:it|that|this|one) in|goes|go(?:ing)? (?:up|down|over|across|straight|back|along|out)|straight (?:up|down|across)|come (?:up|down|across|over))\b/,
  ],
  [
    "join",
    /\b(?:connect(?:s|ed|ing)?|join(?:s|ed|ing)?|corner to (?:that |the |this )?corner|an x|cross (?:it|them))\b/,
  ],
  [
    "go-over",
    /\b(?:go(?:es|ing)? over (?:it|the|that|those|these|this|them|your|my)|trac(?:e|es|ing) over|darken|firm(?:ly)?|firm up|go(?:es|ing)? (?:a)?round (?:it|the|and)|dark|bold|thick(?:er)?)\b/,
  ],
  ["erase", /\b(?:eras(?:e|es|ed|ing)|rub(?:bing|bed)?|clean(?:ing)? (?:\w+ )?up|get(?:ting)? rid of)\b/],
  ["fold", /\b(?:fold|folds|folding|folded|crease)\b/],
  [
    "turn",
    /\b(?:turn|turns|rotate|spin|flip) (?:the|your|my|our|it|this)(?: (?:paper|sheet|page|around|round|a quarter|sideways))/,
  ],
  ["curve", /\b(?:curve[sd]?|curving|rounded|bends?|swing|arc|(?:and|over|then) (?:a)?round)\b/],
  [
    "trace",
    /\b(?:trac(?:e|es|ed|ing) (?:it|around|round|that|my|your|this|the)|cut (?:it|that|this|yours|mine|out)|cuts?\b.*\bout|cardboard|card)\b/,
  ],
  [
    "shade",
    /\b(?:shad(?:e|es|ed|ing)|colou?r(?:s|ed|ing)?|tone|fill(?:ing)? (?:\w+ )?in|paint(?:ing)?|medium|pale)\b/,
  ],
  ["tape", /\b(?:tape[sd]?|taping|stuck|strip of paper|scrap)\b/],
  ["check", /\b(?:check|does it (?:hit|meet|touch|go))\b/],
] as const satisfies readonly (readonly [string, RegExp])[];
export type Doing = (typeof DOINGS)[number][0];

export type SaidWay = "up" | "down" | "across";
export type SaidSide = "left" | "right" | "top" | "bottom" | "middle";

/** The terms in which what is said and what is expected to be said are compared. */
export interface Terms {
  readonly stems: ReadonlySet<string>;
  readonly doings: ReadonlySet<Doing>;
  readonly ways: ReadonlySet<SaidWay>;
  readonly sides: ReadonlySet<SaidSide>;
  /** Lengths, mm. */
  readonly lengths: readonly number[];
}

/** What a clause says. */
export interface Said extends Terms {
  /** How many are to be drawn. */
  readonly counts: readonly number[];
  /** Names of one letter: "the L", "A". */
  readonly letters: ReadonlySet<string>;
  /** Which of a row of like things: 2 for "the second"; 0 when none is said. */
  readonly nth: number;
  readonly kinds: ReadonlySet<HeardKind>;
  /** It speaks of something else than the drawing at hand. */
  readonly elsewhere: boolean;
}

/** Kinds that speak of something else than the drawing at hand. */
export const ELSEWHERE: ReadonlySet<HeardKind> = new Set([
  "recap",
  "part-break",
  "materials",
  "rewind",
  "come-back",
  "speeded",
  "pause",
] as const);

const UP = /\b(?:up|upright|vertical)\b/;
const DOWN = /\bdown\b/;
const ACROSS = /\b(?:across|over|level|horizontal|along|sideways)\b/;
const NTH: readonly string[] = [
  "",
  "first",
  "second",
  "third",
  "fourth",
  "fifth",
  "sixth",
  "seventh",
  "eighth",
];
const NTH_SAID =
  /\b(first|second|third|fourth|fifth|sixth|seventh|eighth)\b|\b(?:number|box|crate) (one|two|three|four|five|six|seven|eight)\b/;

/** What clauses say, by their first word and their length: a clause that is cut no otherwise says the same again. */
export type SaidKept = Map<string, Said>;

/** What each clause says. */
export function saidIn(
  clauses: readonly Clause[],
  heard: readonly Heard[],
  kept: SaidKept = new Map(),
): Said[] {
  // An hour of speech has nine thousand words, but only some hundreds of different ones.
  const stems = new Map<string, string>();
  const stem = (word: string) => {
    const known = stems.get(word) ?? stemOf(word);
    stems.set(word, known);
    return known;
  };
  let byWord: ReadonlyMap<string, readonly Heard[]> | null = null;
  return clauses.map((clause) => {
    const key = `${clause.tokens[0]?.wordId} ${clause.tokens.length}`;
    const known = kept.get(key);
    if (known) return known;
    byWord ??= heardByWord(heard);
    const here = new Set(clause.tokens.flatMap((t) => byWord?.get(t.wordId) ?? []));
    const lengths: number[] = [];
    const counts: number[] = [];
    for (const { kind, amount } of here) {
      if (kind !== "measurement" || !amount || typeof amount.value !== "number") continue;
      if (amount.unit === "count") counts.push(amount.value);
      const mm = amount.value * (MM_PER[amount.unit] ?? Number.NaN);
      if (Number.isFinite(mm) && amount.unit !== "finger") lengths.push(mm);
    }
    const { plain } = clause;
    const kinds = new Set([...here].map((h) => h.kind));
    const said: Said = {
      stems: new Set(contentStems(plain, stem)),
      doings: new Set(DOINGS.flatMap(([doing, said]) => (said.test(plain) ? [doing] : []))),
      ways: new Set([
        ...(UP.test(plain) ? (["up"] as const) : []),
        ...(DOWN.test(plain) ? (["down"] as const) : []),
        ...(ACROSS.test(plain) ? (["across"] as const) : []),
      ]),
      sides: sidesIn(plain),
      lengths,
      counts,
      letters: new Set(clause.tokens.flatMap((t) => letterOf(t.text, t.plain, clause))),
      nth: nthIn(plain),
      kinds,
      elsewhere: [...kinds].some((k) => ELSEWHERE.has(k)),
    };
    kept.set(key, said);
    return said;
  });
}

/** What was heard at each word: a finding belongs to every word it touches, an amount only to where it is named. */
function heardByWord(heard: readonly Heard[]): ReadonlyMap<string, readonly Heard[]> {
  const byWord = new Map<string, Heard[]>();
  for (const h of heard)
    for (const id of h.kind === "measurement" ? h.wordIds.slice(0, 1) : h.wordIds) {
      const here = byWord.get(id);
      if (here) here.push(h);
      else byWord.set(id, [h]);
    }
  return byWord;
}

/** The sides of a sheet or a thing that plain words speak of. */
export function sidesIn(plain: string): Set<SaidSide> {
  const sides = new Set<SaidSide>();
  // "All right" and "right here" are no sides.
  const text = plain.replace(
    /\b(?:all right|alright|right (?:here|there|now|away|up|in|on|about|at|back|through|smack|under)|right,|that's right|left (?:over|out|it|off))\b/g,
    " ",
  );
  if (/\bleft\b/.test(text)) sides.add("left");
  if (/\bright\b/.test(text)) sides.add("right");
  if (/\b(?:top|upper|above|high|higher)\b/.test(text)) sides.add("top");
  if (/\b(?:bottom|lower|below|low|foot|floor|ground)\b/.test(text)) sides.add("bottom");
  if (/\b(?:middle|centre|center|halfway|half)\b/.test(text)) sides.add("middle");
  return sides;
}

function nthIn(plain: string): number {
  const [, ordinal, cardinal] = NTH_SAID.exec(plain) ?? [];
  if (ordinal) return NTH.indexOf(ordinal);
  return cardinal ? (ONES[cardinal] ?? 0) : 0;
}

/** A letter as a name: written large, or after words that name one. "I" speaks, "a" is an article. */
function letterOf(text: string, plain: string, clause: Clause): string[] {
  const bare = plain.replace(/,$/, "").replace(/'s$/, "");
  if (!/^[a-z]$/.test(bare) || bare === "i") return [];
  const large = /^[A-Z]/.test(text);
  const named = new RegExp(`\\b(?:the|letter|point|corner|do the|your|our|my) ${bare}\\b`).test(clause.plain);
  if (bare === "a" ? large && named : large || named) return [bare];
  return [];
}
