import { DRAWN, LENGTHS, NAMES_AFTER, UNITS } from "../../ground/lexicon/index.ts";
import { isNamed, one, type Read, type Spoken } from "./amount-words.ts";
import type { Amount } from "./heard.ts";
import { rangeTo } from "./length-at.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

/** So many sentences after the last length its unit is no longer in the ear. */
const LONG_AGO = 12;
/** Where in a sentence a bare number can be a length: after such words, in a context of lengths. */
const LENGTH_BEFORE =
  /^(?:measure|measured|mark|at|along|over|up|down|across|in|out|every|another|about|around|roughly|by|is|it's|it|of|then|and|go|come|to|from|wide|tall|high|long|deep|exactly|be|maybe|only|another|or|make|them|that's|just)$/;
const LENGTH_AFTER =
  /^(?:from|up|down|over|across|on|to|and|at|in|along|here|there|for|by|wide|tall|high|long|deep|apart|again|each|so|then|or|this|that|right|left|off|away|out|i|we|you|the|because|but|like|with|toward|towards|below|above|more|too|also|is|all|before|after|inside|between|make|mark|now)$/;

/** A number alone where lengths are being given: "over two and up three and a half". */
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
  const before = words[at - 1] ?? "";
  const after = words[number.end] ?? "";
  const crossed = byAt(words, at, number, unit);
  if (crossed) return crossed;
  const stops = after === "" || (spoken[number.end - 1]?.comma ?? false);
  // "Between six and seven": a range, in whatever lengths are given in.
  const upper = before === "between" && after === "and" ? numberAt(words, number.end + 1) : null;
  if (upper && !upper.article && upper.value > number.value) {
    const next = words[upper.end] ?? "";
    const ends = next === "" || (spoken[upper.end - 1]?.comma ?? false) || LENGTH_AFTER.test(next);
    return ends ? one(at, upper.end, { value: [number.value, upper.value], unit, of: null }, 0.7) : null;
  }
  // "Five eighths" is of an inch wherever lengths are in inches.
  const ofAnInch =
    unit === "in" &&
    number.fraction &&
    !number.digits &&
    /^(?:eighths?|sixteenths?)$/.test(words[number.end - 1] ?? "");
  if (ofAnInch && (stops || LENGTH_AFTER.test(after)))
    return one(at, number.end, { value: number.value, unit, of: null }, 0.75);
  if (NAMES_AFTER.test(after) || !(stops || LENGTH_AFTER.test(after))) return null;
  // "The two long tails" are things that are long, no length.
  if (after === "more" && number.value % 1 === 0) return null;
  const thing = words[number.end + 1] ?? "";
  const isThings = DRAWN.test(thing) || (/[^s]s$/.test(thing) && thing.length > 3 && !UNITS[thing]);
  // Long after a length was last said, only "forty-five wide" is still one.
  const isSized = /^(?:wide|tall|high|long|deep|thick|across)$/.test(after) && !isThings;
  if (/^(?:the|these|those|both|all|other)$/.test(before) && !isSized) return null;
  if (!saidHere && age > LONG_AGO && !isSized) return null;
  // "I'll count to ten."
  if (before === "to" && /^count(?:s|ing|ed)?$/.test(words[at - 2] ?? "")) return null;
  // "ten centimetres on the left, fourteen on the right".
  const goesOn =
    (spoken[at - 1]?.comma ?? false) &&
    /^(?:on|at|for|from|to|in|again)$/.test(after) &&
    // "Four posts, two in front": of the posts.
    !(DRAWN.test(before) && before.endsWith("s"));
  // "Three and a half" counts no things: with nothing after it, it is a length.
  const mixed = number.value > 1 && number.value % 1 !== 0;
  // "From the edge and two up", "and three to the right", beside a length with its unit.
  const beside =
    saidHere &&
    ((/^(?:up|down|over|across)$/.test(after) &&
      !/^up and down /.test(`${words.slice(number.end, number.end + 3).join(" ")} `)) ||
      (after === "to" && /^(?:the|left|right)$/.test(words[number.end + 1] ?? "")));
  if (!LENGTH_BEFORE.test(before) && !isSized && !goesOn && !mixed && !beside) return null;
  if (number.fraction && !number.digits && !isSized) return null;
  // "one" is nearly always "this one".
  if (!number.digits && number.value === 1 && !/^(?:over|up|down|measure|out)$/.test(before)) return null;
  if (
    !number.digits &&
    /^(?:it's|is|that's|them|it|make|like|of|to|and)$/.test(before) &&
    number.value % 1 === 0 &&
    number.value <= 4 &&
    !stops &&
    !beside
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

/** "Forty by twenty-five": two lengths, unless they name a paper. */
function byAt(words: readonly string[], at: number, first: SpokenNumber, unit: Amount["unit"]): Read | null {
  if (words[first.end] !== "by" || words[at - 1] === "by") return null;
  const second = numberAt(words, first.end + 1);
  if (!second || second.article || UNITS[words[second.end] ?? ""]) return null;
  const papers = [
    [8.5, 11],
    [9, 12],
    [11, 14],
    [11, 17],
    [12, 18],
    [18, 24],
  ];
  if (papers.some(([a, b]) => a === first.value && b === second.value)) return null;
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
