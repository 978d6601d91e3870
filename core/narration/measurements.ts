import { type Amount, type Heard, heard } from "./heard.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";
import type { Sentence, Token } from "./stream.ts";

/** A word of a sentence with the token it is part of. */
interface Spoken {
  readonly word: string;
  readonly token: number;
  readonly comma: boolean;
}

const UNITS: Readonly<Record<string, Amount["unit"]>> = {
  inch: "in",
  inches: "in",
  '"': "in",
  "″": "in",
  "''": "in",
  cm: "cm",
  cms: "cm",
  centimeter: "cm",
  centimeters: "cm",
  centimetre: "cm",
  centimetres: "cm",
  mm: "mm",
  mil: "mm",
  millimeter: "mm",
  millimeters: "mm",
  millimetre: "mm",
  millimetres: "mm",
  foot: "ft",
  feet: "ft",
  ft: "ft",
  meter: "m",
  meters: "m",
  metre: "m",
  metres: "m",
  second: "s",
  seconds: "s",
  sec: "s",
  secs: "s",
  minute: "min",
  minutes: "min",
  min: "min",
  mins: "min",
  hour: "h",
  hours: "h",
  day: "day",
  days: "day",
};
const LENGTHS: ReadonlySet<string> = new Set(["in", "cm", "mm", "ft", "m", "finger"]);
const TIMES: ReadonlySet<string> = new Set(["s", "min", "h", "day"]);

/** What a class draws and counts: the trade's nouns, common practice, no published source. */
const DRAWN =
  /^(?:box|cube|crate|line|guide|square|rectangle|circle|oval|ellipse|triangle|shape|block|brick|building|house|window|door|doorway|shutter|pane|tree|bush|cloud|post|pole|bollard|fence|rail|plank|board|tile|letter|stair|step|stairstep|arch|column|pillar|row|mark|tick|dot|point|corner|side|edge|wall|roof|ray|strip|stripe|diagonal|bar|beam|bench|chair|table|shelf|drawer|book|road|lane|street|lamp|rib|hill|boat|barge|sign|panel|section|space|part|piece|floor|level|story|storey|upright|vertical|horizontal|orthogonal|layer|curve|cylinder|cone|prism|pyramid|face|flower|leaf|light|hole|opening|gable|slope|spoke|stone|rung|slat|cut|copy|copie|segment|division|item|object|thing|figure|can|wheel|planter|sill|frame)(?:e?s)?$/;
/** Plural words that are not drawn: they count other things. */
const NOT_DRAWN =
  /^(?:times|minutes|seconds|hours|days|weeks|years|months|ways|kinds|types|sorts|reasons|lessons|videos|parts|sessions|people|kids|students|guys|questions|words|ones|others|colou?rs|pencils|rulers|erasers|pens|markers|crayons|sheets|pieces|papers|options|choices|tries|chances|rules|tips|mistakes|degrees|dollars|percent|hands|eyes|is|was|this|us|plus|as|its|inches|always|perhaps|sides?)$/;
const NOT_COUNTED = /^(?:time|times|point|floor|level|side|part)$/;

/** Words before a number that make it a name, not an amount. */
const NAMED_BY =
  /^(?:number|step|part|lesson|grade|page|chapter|vp|point|version|year|age|figure|exercise|session|week|day|class|level|option|method|style|unit|module|episode|room|section|video|tip|rule|trick)$/;
/** Words after a number that make it no amount of drawing. */
const NAMES_AFTER =
  /^(?:b|h|hb|d|dimensional|dimensions|point|pt|th|st|nd|rd|year|years|percent|%|times|o'clock|oclock|am|pm|a\.m|p\.m|degrees|degree|dollars|bucks|people|kids|students|thousand|million|thirds?|grade|grader)$/;
const ABOUT = /^(?:about|around|roughly|approximately|approx|maybe|nearly|almost|say|probably|like)$/;

/** Where in a sentence a bare number can be a length: after such words, in a context of lengths. */
const LENGTH_BEFORE =
  /^(?:measure|measured|mark|at|over|up|down|across|in|out|every|another|about|around|roughly|by|is|it's|it|of|then|and|go|come|to|from|wide|tall|high|long|deep|exactly|be|maybe|only|another|or|make|them|that's|just)$/;
const LENGTH_AFTER =
  /^(?:from|up|down|over|across|on|to|and|at|in|along|here|there|for|by|wide|tall|high|long|deep|apart|again|each|so|then|or|this|that|right|left|off|away|out|i|we|you|the|because|but|like|with|toward|towards|below|above|too|also|is|all|before|after|inside|between|make|mark|now)$/;
const WAITING =
  /\b(?:wait|waits|waiting|dry|dries|drying|dried|let|leave|sit|sits|rest|break|pause|spend|timer|set|come back|leaves?)\b/;

/** What earlier sentences leave behind: the unit lengths were last given in. */
export interface LengthContext {
  readonly unit: Amount["unit"] | null;
  /** Sentences since a length was said. */
  readonly age: number;
}

/** A word without which no amount is spoken. */
const AMOUNT =
  /[\d½¼¾⅓⅔⅛⅜⅝⅞⅕⅖⅗⅘⅙⅚]|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\w+teen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety|half|quarters?|thirds?|fifths?|eighths?|couple|dozen|halfway|midway|finger\w*|thumb\w*|inch\w*|foot|feet|cm|centimet\w+|millimet\w+|met(?:er|re)s?|minutes?|hours?|days?)\b/;

/** Amounts spoken in a sentence: lengths, shares, waits and counts, in order. */
export function measurementsIn(
  sentence: Sentence,
  context: LengthContext,
): { heard: Heard[]; context: LengthContext } {
  if (!AMOUNT.test(sentence.plain))
    return { heard: [], context: { unit: context.unit, age: context.age + 1 } };
  const spoken = spokenWords(sentence);
  // A comma after a word keeps it from naming the number that follows.
  const words = spoken.map((s) => (s.comma && NAMED_BY.test(s.word) ? `${s.word},` : s.word));
  const unitHere = unitOf(words) ?? (context.age <= 12 ? context.unit : null);
  const found: Heard[] = [];
  const take = (from: number, to: number, amount: Omit<Amount, "about">, confidence: number) => {
    const first = from > 0 && ABOUT.test(words[from - 1] ?? "") ? from - 1 : from;
    const orSo = words[to] === "or" && words[to + 1] === "so";
    const about =
      first < from ||
      orSo ||
      ABOUT.test(words[from - 2] ?? "") ||
      words[to] === "ish" ||
      words[to] === "maybe";
    const tokens = sentence.tokens.slice(spoken[from]?.token ?? 0, (spoken[to - 1]?.token ?? 0) + 1);
    found.push(heard("measurement", tokens as Token[], confidence, { amount: { ...amount, about } }));
  };
  for (let i = 0; i < words.length; ) {
    const read =
      fingerAt(words, i) ??
      lengthAt(words, i, sentence.plain) ??
      shareAt(words, i, unitHere) ??
      countAt(words, i) ??
      bareAt(words, spoken, i, unitHere);
    if (!read) {
      // A number that means nothing here is passed over whole: its parts are no numbers either.
      const number = numberAt(words, i);
      i = number && !number.article ? Math.max(i + 1, number.end) : i + 1;
      continue;
    }
    for (const { from, to, amount, confidence } of read.amounts) take(from, to, amount, confidence);
    i = Math.max(i + 1, read.end);
  }
  const lengths = found.filter((f) => f.amount && LENGTHS.has(f.amount.unit) && f.amount.unit !== "finger");
  const last = lengths[lengths.length - 1]?.amount?.unit ?? null;
  return {
    heard: found,
    context: last ? { unit: last, age: 0 } : { unit: context.unit, age: context.age + 1 },
  };
}

interface Read {
  readonly amounts: readonly {
    readonly from: number;
    readonly to: number;
    readonly amount: Omit<Amount, "about">;
    readonly confidence: number;
  }[];
  readonly end: number;
}

function one(from: number, to: number, amount: Omit<Amount, "about">, confidence: number): Read {
  return { amounts: [{ from, to, amount, confidence }], end: to };
}

/** The words of a sentence, with "2-3", "9x12", `2"`, "5cm" and "half-inch" taken apart. */
function spokenWords({ tokens }: Sentence): Spoken[] {
  return tokens.flatMap((token, index) => {
    const comma = token.plain.endsWith(",");
    const parts = token.plain.replace(/,$/, "").split(" ").flatMap(partsOf);
    return parts.map((word, k) => ({ word, token: index, comma: comma && k === parts.length - 1 }));
  });
}

function partsOf(word: string): string[] {
  const mixed = /^(\d+)-(\d+[/⁄]\d+)(.*)$/.exec(word);
  if (mixed) return [mixed[1] ?? "", mixed[2] ?? "", ...partsOf(mixed[3] ?? "")].filter(Boolean);
  const range = /^(\d[\d./½¼¾⅛⅜⅝⅞]*)-(\d[\d./½¼¾⅛⅜⅝⅞]*)(.*)$/.exec(word);
  if (range) return [range[1] ?? "", "to", range[2] ?? "", ...partsOf(range[3] ?? "")].filter(Boolean);
  const by = /^(\d[\d./½¼¾]*)[x×](\d[\d./½¼¾]*)(.*)$/.exec(word);
  if (by) return [by[1] ?? "", "by", by[2] ?? "", ...partsOf(by[3] ?? "")].filter(Boolean);
  const unit = /^(\d[\d./⁄½¼¾⅓⅔⅛⅜⅝⅞]*)(["″]|''|in|inch|inches|cm|mm|ft)$/.exec(word);
  if (unit) return [unit[1] ?? "", unit[2] ?? ""];
  return word === "" ? [] : [word.replace(/'s$/, "'s")];
}

function unitOf(words: readonly string[]): Amount["unit"] | null {
  for (const word of words) {
    const unit = UNITS[word];
    if (unit && LENGTHS.has(unit)) return unit;
  }
  return null;
}

/** A unit at a word, with where it ends. "in" is one only after digits and before no article. */
function unitAt(
  words: readonly string[],
  at: number,
  number: SpokenNumber | null,
): { unit: Amount["unit"]; end: number } | null {
  const word = words[at] ?? "";
  const unit = UNITS[word];
  if (unit === "s" && word === "second" && number && !number.digits && number.value <= 1) return null;
  if (unit) return { unit, end: at + 1 };
  if (word === "in" && number && (number.digits || number.value % 1 !== 0)) {
    const next = words[at + 1] ?? "";
    if (
      next === "" ||
      /^(?:from|wide|high|long|tall|by|down|up|apart|across|and|or|to|deep|over|each|square|for)$/.test(next)
    )
      return { unit: "in", end: at + 1 };
  }
  return null;
}

function fingerAt(words: readonly string[], at: number): Read | null {
  const number = numberAt(words, at);
  const from = at;
  const next = number ? number.end : at;
  const range = number ? rangeTo(words, number) : null;
  const i = range ? range.end : next;
  const word = words[i] ?? "";
  if (!/^(?:finger|fingers|finger's|fingers'|fingerwidth|fingerwidths|thumb|thumb's|thumbs)$/.test(word))
    return null;
  const width = /^(?:width|widths|wide|breadth)$/.test(words[i + 1] ?? "");
  const apart = /^(?:apart|away|from|in|down|up|over|between|of)$/.test(words[i + 1] ?? "");
  if (!number && !width) return null;
  if (!width && !apart && !/^(?:fingerwidths?|fingers')$/.test(word)) return null;
  // "the width of a finger", "a finger's width": one.
  const low = number && !number.article ? number.value : 1;
  const end = i + 1 + (width ? 1 : 0);
  return one(from, end, { value: range ? [low, range.value] : low, unit: "finger", of: null }, 0.9);
}

/** "to three", "or three", "and three" after "between": the other end of a range. */
function rangeTo(words: readonly string[], first: SpokenNumber): { value: number; end: number } | null {
  const joint = words[first.end];
  if (joint !== "to" && joint !== "or" && joint !== "-") return null;
  const second = numberAt(words, first.end + 1);
  if (!second || second.article || second.value <= first.value) return null;
  return { value: second.value, end: second.end };
}

/** "two inches", "half an inch", "an inch and a half", "2 to 3 in", "2 by 3 inches", "between two and three cm". */
function lengthAt(words: readonly string[], at: number, sentence: string): Read | null {
  // "every inch and a half": an inch without an article.
  const every =
    /^(?:every|another|each|per)$/.test(words[at - 1] ?? "") &&
    /^(?:inch|centimet(?:er|re)|foot|cm)$/.test(words[at] ?? "");
  const number = every
    ? { value: 1, end: at, digits: false, article: false, fraction: false }
    : numberAt(words, at);
  if (!number || /^(?:number|grade|page|#)$/.test(words[at - 1] ?? "")) return null;
  let i = number.end;
  // "half an inch", "three quarters of an inch", "half inch".
  if (number.fraction) {
    if (words[i] === "of") i++;
    if (words[i] === "a" || words[i] === "an") i++;
  }
  const own = unitAt(words, i, number);
  const range = rangeTo(words, number);
  const between =
    words[at - 1] === "between" && words[number.end] === "and" ? numberAt(words, number.end + 1) : null;
  const upper = range ?? (between && !between.article ? { value: between.value, end: between.end } : null);
  if (!own && upper) {
    const unit = unitAt(words, upper.end, { ...number, digits: true });
    if (unit) return amountOf(at, unit.end, [number.value, upper.value], unit.unit, words, sentence);
  }
  // "two inches to three inches", "an inch to an inch and a half", "an inch or two".
  if (own && (words[own.end] === "to" || words[own.end] === "or") && LENGTHS.has(own.unit)) {
    const upTo = lengthAt(words, own.end + 1, sentence)?.amounts;
    const top = upTo?.length === 1 ? upTo[0] : undefined;
    if (
      top?.amount.unit === own.unit &&
      typeof top.amount.value === "number" &&
      top.amount.value > number.value &&
      words[at - 1] !== "from"
    )
      return amountOf(at, top.to, [number.value, top.amount.value], own.unit, words, sentence);
    const second = words[own.end] === "or" ? numberAt(words, own.end + 1) : null;
    if (second && !second.article && second.value > number.value && !DRAWN.test(words[second.end] ?? ""))
      return amountOf(at, second.end, [number.value, second.value], own.unit, words, sentence);
  }
  if (own) {
    let end = own.end;
    let { value } = number;
    // "an inch and a half", "two inches and three quarters".
    if (words[end] === "and" && LENGTHS.has(own.unit)) {
      const rest = numberAt(words, end + 1);
      const next = rest ? (words[rest.end] ?? "") : "";
      if (rest?.fraction && rest.value < 1 && !UNITS[next] && next !== "of") {
        value += rest.value;
        end = rest.end;
      }
    }
    return amountOf(at, end, value, own.unit, words, sentence, number.article);
  }
  // "2 by 3 inches": both have the unit of the second.
  if (words[number.end] === "by" && !number.article) {
    const second = numberAt(words, number.end + 1);
    const unit = second && unitAt(words, second.end, second);
    if (second && unit && LENGTHS.has(unit.unit))
      return {
        amounts: [
          {
            from: at,
            to: number.end,
            amount: { value: number.value, unit: unit.unit, of: null },
            confidence: 0.95,
          },
          {
            from: number.end + 1,
            to: unit.end,
            amount: { value: second.value, unit: unit.unit, of: null },
            confidence: 0.95,
          },
        ],
        end: unit.end,
      };
  }
  return null;
}

function amountOf(
  from: number,
  to: number,
  value: number | readonly [number, number],
  unit: Amount["unit"],
  words: readonly string[],
  sentence: string,
  article = false,
): Read | null {
  if (!TIMES.has(unit)) return one(from, to, { value, unit, of: null }, article ? 0.9 : 0.97);
  // Times count only as waits: not the length of a video, nor "in a second".
  const next = words[to] ?? "";
  const before = words[from - 1] ?? "";
  if (/^(?:long|video|lesson|class|tutorial|clip|timer|old|mark|ago)$/.test(next)) return null;
  if (/^(?:last|this|per|each|next|the)$/.test(before)) return null;
  if (article && (unit === "s" || before === "in" || before === "just")) return null;
  // "take a minute", "if you need a minute" are ways of speaking; "for a minute" is a wait.
  if (
    article &&
    !(unit === "min" ? /^(?:for|wait|another|about|after)$/.test(before) : WAITING.test(sentence))
  )
    return null;
  if (!WAITING.test(sentence) && !/^(?:for|take|takes|about|around|after|another|give|in|of)$/.test(before))
    return null;
  return one(from, to, { value, unit, of: null }, 0.9);
}

const PART_OF =
  /^(?:way|page|paper|sheet|height|width|length|line|side|edge|distance|space|size|picture|wall|box|square|front|horizon|front|depth|building|window|door|post|road|ruler|board|card|tile|upright|block|drawing|circle|shape|rectangle|it|that|this|house|letter)$/;

/** "a third of the way", "half the page", "halfway down", "two thirds up", "half of seven", "fold it in half". */
function shareAt(words: readonly string[], at: number, unit: Amount["unit"] | null): Read | null {
  const word = words[at] ?? "";
  if (/^(?:halfway|midway)$/.test(word)) return one(at, at + 1, { value: 0.5, unit: "share", of: null }, 0.9);
  if (word === "half" && words[at + 1] === "way")
    return one(at, at + 2, { value: 0.5, unit: "share", of: null }, 0.9);
  if (word === "in" && words[at + 1] === "half")
    return one(at + 1, at + 2, { value: 0.5, unit: "share", of: null }, 0.8);
  const number = numberAt(words, at);
  if (!number?.fraction || number.value >= 1 || isNamed(words, at)) return null;
  const i = number.end;
  const next = words[i] ?? "";
  const value = number.value;
  if (next === "of") {
    const of = numberAt(words, i + 1);
    // "half of seven": three and a half, in whatever lengths are given in.
    if (of && !of.article) {
      const own = unitAt(words, of.end, { ...of, digits: true });
      const said = own?.unit ?? unit;
      if (said && (own || !DRAWN.test(words[of.end] ?? "")))
        return one(at, own?.end ?? of.end, { value: value * of.value, unit: said, of: null }, 0.85);
    }
    const skip = /^(?:the|your|our|my|that|this|its|a|an)$/.test(words[i + 1] ?? "") ? 2 : 1;
    const noun = words[i + skip] ?? words[i + 1] ?? "";
    const whole = PART_OF.test(noun) ? i + skip + 1 : PART_OF.test(words[i + 1] ?? "") ? i + 2 : 0;
    if (whole > 0 || skip === 2)
      return one(
        at,
        Math.max(whole, i + 1),
        { value, unit: "share", of: noun === "way" ? null : noun },
        0.85,
      );
    return null;
  }
  if (/^(?:the|your|our|its)$/.test(next) && PART_OF.test(words[i + 1] ?? ""))
    return one(at, i + 2, { value, unit: "share", of: words[i + 1] ?? null }, 0.9);
  if (/^(?:down|up|across|along|over|from|back|as|in|higher|lower|way)$/.test(next))
    return one(at, i, { value, unit: "share", of: null }, 0.75);
  return null;
}

const ADJECTIVE =
  /^(?:more|big|bigger|small|smaller|little|long|longer|short|shorter|tall|thin|thick|straight|vertical|horizontal|light|lightly|dark|equal|even|parallel|different|new|other|separate|tiny|large|diagonal|curved|square|round|wooden|mooring|block|vanishing|back|front|top|bottom|near|far|extra|faint|nice|simple|plain|see|through|roof|floor|guide|upright|slanted|receding|orthogonal|such|evenly|spaced|invented|construction|tick|single)$/;

/** "three boxes", "two more long lines", "four of these". */
function countAt(words: readonly string[], at: number): Read | null {
  const number = numberAt(words, at);
  if (!number || number.article || number.fraction || number.value % 1 !== 0 || number.value < 1) return null;
  if (number.value > 200 || isNamed(words, at)) return null;
  const range = rangeTo(words, number);
  let i = range?.end ?? number.end;
  const isOne = number.value === 1;
  const isAdjective = (k: number) =>
    ADJECTIVE.test(words[k] ?? "") ||
    // "Two sloping edges", "three tapered posts".
    (/(?:ing|ed)$/.test(words[k] ?? "") && DRAWN.test(words[k + 1] ?? ""));
  for (let k = 0; k < 3 && isAdjective(i) && !isNounHere(words, i); k++) i++;
  const noun = words[i] ?? "";
  const value = range ? ([number.value, range.value] as const) : number.value;
  const isPlural = /s$/.test(noun) && !/(?:ss|us|'s)$/.test(noun);
  const isThing = DRAWN.test(noun) || (isPlural && noun.length > 3 && !UNITS[noun]);
  if (
    isThing &&
    !NOT_DRAWN.test(noun) &&
    (isOne ? !isPlural && !NOT_COUNTED.test(noun) : isPlural) &&
    !NAMES_AFTER.test(words[number.end] ?? "")
  ) {
    // "The two corners" are there already; "two corners" are to be drawn.
    // Ordered to be drawn, "these two" are no more there than "two" are.
    const ordered = /^(?:draw|do|add|make|mark|put|rule|get|try|finish)$/.test(words[at - 2] ?? "");
    if (
      (/^(?:these|those|both|the)$/.test(words[at - 1] ?? "") && !ordered) ||
      (words[at - 1] === "the" && i > number.end)
    )
      return null;
    // "this one line", "one side of" say which, not how many.
    if (isOne && /^(?:this|that|the|each|which|other|only|at|on|from)$/.test(words[at - 1] ?? ""))
      return null;
    if (
      isOne &&
      (words[i + 1] === "of" ||
        !/^(?:draw|add|make|put|need|want|and|just|only|do|get|drawing|have)$/.test(words[at - 1] ?? ""))
    )
      return null;
    return one(at, i + 1, { value, unit: "count", of: noun }, isOne ? 0.7 : 0.9);
  }
  if (!isOne && noun === "of" && /^(?:these|those|them)$/.test(words[i + 1] ?? ""))
    return one(at, i + 2, { value, unit: "count", of: null }, 0.8);
  if (!isOne && words[i - 1] === "more" && i > number.end)
    return one(at, i, { value, unit: "count", of: null }, 0.75);
  return null;
}

/** An adjective that stands for the thing itself: "two verticals" is caught as a noun, "three square" is not. */
function isNounHere(words: readonly string[], at: number): boolean {
  return (
    DRAWN.test(words[at] ?? "") && !DRAWN.test(words[at + 1] ?? "") && !ADJECTIVE.test(words[at + 1] ?? "")
  );
}

/** A number alone where lengths are being given: "over two and up three and a half". */
function bareAt(
  words: readonly string[],
  spoken: readonly Spoken[],
  at: number,
  unit: Amount["unit"] | null,
): Read | null {
  if (unit === null || !LENGTHS.has(unit)) return null;
  const number = numberAt(words, at);
  if (!number || number.article || isNamed(words, at)) return null;
  const before = words[at - 1] ?? "";
  const after = words[number.end] ?? "";
  const stops = after === "" || (spoken[number.end - 1]?.comma ?? false);
  // "Between six and seven": a range, in whatever lengths are given in.
  const upper = before === "between" && after === "and" ? numberAt(words, number.end + 1) : null;
  if (upper && !upper.article && upper.value > number.value) {
    const next = words[upper.end] ?? "";
    const ends = next === "" || (spoken[upper.end - 1]?.comma ?? false) || LENGTH_AFTER.test(next);
    return ends ? one(at, upper.end, { value: [number.value, upper.value], unit, of: null }, 0.7) : null;
  }
  if (NAMES_AFTER.test(after) || !(stops || LENGTH_AFTER.test(after))) return null;
  // "The two long tails" are things that are long, no length.
  const thing = words[number.end + 1] ?? "";
  const isThings = DRAWN.test(thing) || (/[^s]s$/.test(thing) && thing.length > 3 && !UNITS[thing]);
  const isSized = /^(?:wide|tall|high|long|deep|thick|across)$/.test(after) && !isThings;
  if (/^(?:the|these|those|both|all|other)$/.test(before) && !isSized) return null;
  // "I'll count to ten."
  if (before === "to" && /^count(?:s|ing|ed)?$/.test(words[at - 2] ?? "")) return null;
  // "ten centimetres on the left, fourteen on the right".
  const goesOn =
    (spoken[at - 1]?.comma ?? false) &&
    /^(?:on|at|for|from|to|in)$/.test(after) &&
    // "Four posts, two in front": of the posts.
    !(DRAWN.test(before) && before.endsWith("s"));
  // "Three and a half" counts no things: with nothing after it, it is a length.
  const mixed = stops && number.value > 1 && number.value % 1 !== 0;
  if (!LENGTH_BEFORE.test(before) && !isSized && !goesOn && !mixed) return null;
  if (number.fraction && !number.digits && !isSized) return null;
  // "one" is nearly always "this one".
  if (!number.digits && number.value === 1 && !/^(?:over|up|down|measure|out)$/.test(before)) return null;
  if (
    !number.digits &&
    /^(?:it's|is|that's|them|it|make|like|of|to|and)$/.test(before) &&
    number.value % 1 === 0 &&
    number.value <= 4 &&
    !stops
  )
    return null;
  const range = rangeTo(words, number);
  // "eight and a half by eleven" names a paper.
  if (words[number.end] === "by") {
    const second = numberAt(words, number.end + 1);
    if (number.value === 8.5 && second?.value === 11) return null;
  }
  if (number.value === 11 && before === "by" && words[at - 2] === "half") return null;
  const value = range ? ([number.value, range.value] as const) : number.value;
  return one(at, range?.end ?? number.end, { value, unit, of: null }, 0.7);
}

/** "Step 2", "number two"; a comma between them parts them. */
function isNamed(words: readonly string[], at: number): boolean {
  return NAMED_BY.test(words[at - 1] ?? "");
}
