import { DRAWN, LENGTHS, NAMES_AFTER, UNITS } from "../../ground/lexicon/index.ts";
import { isNamed, one, type Read, type Spoken } from "./amount-words.ts";
import type { Amount } from "./heard.ts";
import { rangeTo } from "./length-at.ts";
import {
  begins,
  type Clause,
  ends,
  holds,
  isSaid,
  kindsOf,
  type NumberKind,
  type NumberRule,
  type Spot,
  spotAt,
} from "./number-rule.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

/** So many sentences after the last length its unit is no longer in the ear. */
const LONG_AGO = 12;

type Known =
  | NumberKind
  /** Nothing follows in the sentence, or a comma does. */
  | "stops"
  /** A length with its unit is in the same sentence. */
  | "said here"
  | "long ago"
  /** Said in eighths or sixteenths, where lengths are in inches. */
  | "in eighths"
  /** One side of a sheet of drawing paper: "eight and a half by eleven". */
  | "half a paper"
  | "after a comma"
  /** The word before names things that are drawn: "posts". */
  | "after things"
  /** What follows makes it a name: "two point perspective". */
  | "a name"
  /** Things follow, one word on: "two long tails". */
  | "of things"
  | Situation;

type Situation = "sized" | "goes on" | "beside";

/** Where in a sentence a bare number can be a length: before such words, in a context of lengths. */
const LENGTH_AFTER = begins(
  "from|up|down|over|across|on|to|and|at|in|along|here|there|for|by|wide|tall|high|long|deep|apart|again|each|so|then|or|this|that|right|left|off|away|out|i|we|you|the|because|but|like|with|toward|towards|below|above|more|too|also|is|all|before|after|inside|between|make|mark|now",
);
const LENGTH_BEFORE = ends(
  "measure|measured|mark|at|along|over|up|down|across|in|out|every|another|about|around|roughly|by|is|it's|it|of|then|and|go|come|to|from|wide|tall|high|long|deep|exactly|be|maybe|only|or|make|them|that's|just",
);

/** Ways in which a number stands among lengths. */
const SITUATIONS: Readonly<Record<Situation, readonly Clause<Known>[]>> = {
  // "Forty-five wide"; "the two long tails" are things that are long, no length.
  sized: [{ after: begins("wide|tall|high|long|deep|thick|across"), not: ["of things"] }],
  // "Ten centimetres on the left, fourteen on the right"; "four posts, two in front" is of the posts.
  "goes on": [{ after: begins("on|at|for|from|to|in|again"), is: ["after a comma"], not: ["after things"] }],
  // "From the edge and two up", "and three to the right", beside a length with its unit.
  beside: [
    { after: begins("up|down|over|across"), notAfter: begins("up and down"), is: ["said here"] },
    { after: begins("to (?:the|left|right)"), is: ["said here"] },
  ],
};

/** "Five eighths" is of an inch wherever lengths are in inches. */
const PART_OF_AN_INCH: NumberRule<Known> = {
  confidence: 0.75,
  when: [{ is: ["stops"] }, { after: LENGTH_AFTER }],
  unless: [{ not: ["in eighths"] }],
};

/** A number alone where lengths are being given: "over two and up three and a half". */
const BARE: NumberRule<Known> = {
  confidence: 0.7,
  when: [
    { before: LENGTH_BEFORE },
    { is: ["sized"] },
    { is: ["goes on"] },
    { is: ["beside"] },
    // "Three and a half" counts no things: with nothing after it, it is a length.
    { is: ["mixed"] },
  ],
  unless: [
    { is: ["a name"] },
    { not: ["stops"], notAfter: LENGTH_AFTER },
    { is: ["whole"], after: begins("more") },
    { before: ends("the|these|those|both|all|other"), not: ["sized"] },
    // Long after a length was last said, only "forty-five wide" is still one.
    { is: ["long ago"], not: ["said here", "sized"] },
    // "I'll count to ten."
    { before: ends("count(?:s|ing|ed)? to") },
    { is: ["fraction"], not: ["digits", "sized"] },
    // "One" is nearly always "this one".
    { is: ["one"], not: ["digits"], notBefore: ends("over|up|down|measure|out") },
    {
      is: ["few"],
      not: ["digits", "stops", "beside"],
      before: ends("it's|is|that's|them|it|make|like|of|to|and"),
    },
    // "Eight and a half by eleven" names a paper.
    { is: ["half a paper"] },
  ],
};

/** A number alone, a part of an inch, two lengths crossed or a range without a unit, in the unit lengths were last given in. */
export function bareAt(
  words: readonly string[],
  spoken: readonly Spoken[],
  at: number,
  {
    unit,
    saidHere,
    age,
  }: { readonly unit: Amount["unit"] | null; readonly saidHere: boolean; readonly age: number },
): Read | null {
  if (unit === null || !LENGTHS.has(unit)) return null;
  const number = numberAt(words, at);
  if (!number || number.article || isNamed(words, at)) return null;
  const crossed = byAt(words, at, number, unit);
  if (crossed) return crossed;
  const stopsAt = (end: number) => (words[end] ?? "") === "" || (spoken[end - 1]?.comma ?? false);
  // "Between six and seven": a range, in whatever lengths are given in.
  const upper =
    words[at - 1] === "between" && words[number.end] === "and" ? numberAt(words, number.end + 1) : null;
  if (upper && !upper.article && upper.value > number.value) {
    const isLength = stopsAt(upper.end) || LENGTH_AFTER.test(words[upper.end] ?? "");
    return isLength ? one(at, upper.end, { value: [number.value, upper.value], unit, of: null }, 0.7) : null;
  }
  const spot = among(words, at, number, {
    stops: stopsAt(number.end),
    "said here": saidHere,
    "long ago": age > LONG_AGO,
    "after a comma": spoken[at - 1]?.comma ?? false,
    "in eighths": unit === "in" && isInEighths(words, number),
  });
  if (isSaid(PART_OF_AN_INCH, spot))
    return one(at, number.end, { value: number.value, unit, of: null }, PART_OF_AN_INCH.confidence);
  if (!isSaid(BARE, spot)) return null;
  const range = rangeTo(words, number);
  const value = range ? ([number.value, range.value] as const) : number.value;
  return one(at, range?.end ?? number.end, { value, unit, of: null }, BARE.confidence);
}

/** The number with what is known of it, the situations it stands in among it. */
function among(
  words: readonly string[],
  at: number,
  number: SpokenNumber,
  heard: Readonly<Record<"stops" | "said here" | "long ago" | "after a comma" | "in eighths", boolean>>,
): Spot<Known> {
  const before = words[at - 1] ?? "";
  const thing = words[number.end + 1] ?? "";
  const known = {
    ...kindsOf(number),
    ...heard,
    "after things": DRAWN.test(before) && before.endsWith("s"),
    "a name": NAMES_AFTER.test(words[number.end] ?? ""),
    "of things": DRAWN.test(thing) || (/[^s]s$/.test(thing) && thing.length > 3 && !UNITS[thing]),
    "half a paper": isHalfAPaper(words, at, number),
  };
  const around = spotAt(words, at, number.end, { ...known, sized: false, "goes on": false, beside: false });
  const is = (situation: Situation) => SITUATIONS[situation].some((c) => holds(c, around));
  return {
    ...around,
    known: { ...around.known, sized: is("sized"), "goes on": is("goes on"), beside: is("beside") },
  };
}

function isInEighths(words: readonly string[], { fraction, digits, end }: SpokenNumber): boolean {
  return fraction && !digits && /^(?:eighths?|sixteenths?)$/.test(words[end - 1] ?? "");
}

function isHalfAPaper(words: readonly string[], at: number, { value, end }: SpokenNumber): boolean {
  if (value === 8.5 && words[end] === "by") return numberAt(words, end + 1)?.value === 11;
  return value === 11 && words[at - 1] === "by" && words[at - 2] === "half";
}

/** Sheets of drawing paper, in inches; common practice, no published source. */
const PAPERS = [
  [8.5, 11],
  [9, 12],
  [11, 14],
  [11, 17],
  [12, 18],
  [18, 24],
] as const;

/** "Forty by twenty-five": two lengths, unless they name a paper. */
function byAt(words: readonly string[], at: number, first: SpokenNumber, unit: Amount["unit"]): Read | null {
  if (words[first.end] !== "by" || words[at - 1] === "by") return null;
  const second = numberAt(words, first.end + 1);
  if (!second || second.article || UNITS[words[second.end] ?? ""]) return null;
  if (PAPERS.some(([a, b]) => a === first.value && b === second.value)) return null;
  if (/^(?:paper|sheet|pad|sketchbook)s?$/.test(words[second.end] ?? "")) return null;
  const lengths = [
    { from: at, to: first.end, value: first.value },
    { from: first.end + 1, to: second.end, value: second.value },
  ];
  return {
    amounts: lengths.map(({ from, to, value }) => ({
      from,
      to,
      amount: { value, unit, of: null },
      confidence: 0.75,
    })),
    end: second.end,
  };
}
