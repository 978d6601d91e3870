import { DRAWN, LENGTHS, TIMES, UNITS } from "../../ground/lexicon/index.ts";
import { one, type Read } from "./amount-words.ts";
import type { Amount } from "./heard.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

const WAITING =
  /\b(?:wait|waits|waiting|dry|dries|drying|dried|let|leave|sit|sits|rest|break|pause|spend|timer|set|come back|leaves?)\b/;

export function unitOf(words: readonly string[]): Amount["unit"] | null {
  for (const word of words) {
    const unit = UNITS[word];
    if (unit && LENGTHS.has(unit)) return unit;
  }
  return null;
}

/** A unit at a word, with where it ends. "in" is one only after digits and before no article. */
export function unitAt(
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

export function fingerAt(words: readonly string[], at: number): Read | null {
  const number = numberAt(words, at);
  const from = at;
  const next = number ? number.end : at;
  const range = number ? rangeTo(words, number) : null;
  const i = range ? range.end : next;
  const word = words[i] ?? "";
  if (/^(?:width|breadth|thickness)$/.test(word) && !number) return widthOf(words, i);
  if (!FINGER.test(word)) return null;
  const width = /^(?:widths?|wide|breadths?|thick|thickness(?:es)?)$/.test(words[i + 1] ?? "");
  const apart = /^(?:apart|away|from|in|down|up|over|between|of)$/.test(words[i + 1] ?? "");
  if (!number && !width) return null;
  if (!width && !apart && !/^(?:fingerwidths?|fingerbreadths?|fingers')$/.test(word)) return null;
  // "the width of a finger", "a finger's width": one.
  const low = number && !number.article ? number.value : 1;
  const end = i + 1 + (width ? 1 : 0);
  return one(from, end, { value: range ? [low, range.value] : low, unit: "finger", of: null }, 0.9);
}

const FINGER =
  /^(?:fingers?|finger's|fingers'|fingerwidths?|fingerbreadths?|fingertips?|fingertip's|thumbs?|thumb's|thumbs'|pink(?:y|ie|ies)|pink(?:y|ie)'s)$/;

/** "the width of my finger", "the width of two fingers". */
function widthOf(words: readonly string[], at: number): Read | null {
  if (words[at + 1] !== "of") return null;
  const number = numberAt(words, at + 2);
  let i = number && !number.article ? number.end : at + 2;
  while (/^(?:my|your|a|the|one's|index|little|middle|ring|first|pointer)$/.test(words[i] ?? "")) i++;
  if (!FINGER.test(words[i] ?? "")) return null;
  return one(
    at,
    i + 1,
    { value: number && !number.article ? number.value : 1, unit: "finger", of: null },
    0.85,
  );
}

/** "to three", "or three", "and three" after "between": the other end of a range. */
export function rangeTo(
  words: readonly string[],
  first: SpokenNumber,
): { value: number; end: number } | null {
  const joint = words[first.end];
  if (joint !== "to" && joint !== "or" && joint !== "-") return null;
  const second = numberAt(words, first.end + 1);
  if (!second || second.article || second.value <= first.value) return null;
  return { value: second.value, end: second.end };
}

/** "two inches", "half an inch", "an inch and a half", "2 to 3 in", "2 by 3 inches", "between two and three cm". */
export function lengthAt(words: readonly string[], at: number, sentence: string): Read | null {
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
    // "Half an inch, and five eighths" are two lengths.
    if (words[end] === "and" && LENGTHS.has(own.unit) && number.value >= 1) {
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
