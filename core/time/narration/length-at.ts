import { DRAWN, LENGTHS, TIMES, UNITS } from "../../ground/lexicon/index.ts";
import { one, type Read } from "./amount-words.ts";
import type { Amount } from "./heard.ts";
import { begins, ends, isSaid, type NumberRule, spotAt } from "./number-rule.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

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

/** A number where a length may begin. */
interface Here {
  readonly words: readonly string[];
  readonly at: number;
  readonly number: SpokenNumber;
  /** The unit after the number. */
  readonly own: { readonly unit: Amount["unit"]; readonly end: number } | null;
  readonly sentence: string;
}

/** An amount with its unit, as far as the words go. */
interface Said {
  readonly to: number;
  readonly value: number | readonly [number, number];
  readonly unit: Amount["unit"];
  /** The number is a bare "a" or "an". */
  readonly article?: boolean;
}

/** Ways of saying an amount with its unit, the longest first. */
const WITH_A_UNIT: readonly ((here: Here) => Said | null)[] = [
  rangeThenUnit,
  unitTwice,
  unitOrMore,
  withRest,
];

/** "two inches", "half an inch", "an inch and a half", "2 to 3 in", "2 by 3 inches", "between two and three cm". */
export function lengthAt(words: readonly string[], at: number, sentence: string): Read | null {
  const number = isEvery(words, at)
    ? { value: 1, end: at, digits: false, article: false, fraction: false }
    : numberAt(words, at);
  if (!number || ends("number|grade|page|#").test(words[at - 1] ?? "")) return null;
  const here = { words, at, number, own: unitAt(words, pastOfAn(words, number), number), sentence };
  for (const read of WITH_A_UNIT) {
    const said = read(here);
    if (said) return amountOf(here, said);
  }
  return crossed(here);
}

/** "every inch and a half": an inch without an article. */
function isEvery(words: readonly string[], at: number): boolean {
  return (
    /^(?:every|another|each|per)$/.test(words[at - 1] ?? "") &&
    /^(?:inch|centimet(?:er|re)|foot|cm)$/.test(words[at] ?? "")
  );
}

/** "half an inch", "three quarters of an inch", "half inch": where the unit stands. */
function pastOfAn(words: readonly string[], { end, fraction }: SpokenNumber): number {
  if (!fraction) return end;
  const i = words[end] === "of" ? end + 1 : end;
  return words[i] === "a" || words[i] === "an" ? i + 1 : i;
}

/** "2 to 3 in", "between two and three cm". */
function rangeThenUnit({ words, at, number, own }: Here): Said | null {
  if (own) return null;
  const between =
    words[at - 1] === "between" && words[number.end] === "and" ? numberAt(words, number.end + 1) : null;
  const upper = rangeTo(words, number) ?? (between?.article ? null : between);
  const unit = upper && unitAt(words, upper.end, { ...number, digits: true });
  return unit && { to: unit.end, value: [number.value, upper.value], unit: unit.unit };
}

/** "two inches to three inches", "an inch to an inch and a half". */
function unitTwice({ words, at, number, own, sentence }: Here): Said | null {
  if (!own || !/^(?:to|or)$/.test(words[own.end] ?? "") || !LENGTHS.has(own.unit)) return null;
  const upTo = lengthAt(words, own.end + 1, sentence)?.amounts;
  const top = upTo?.length === 1 ? upTo[0] : undefined;
  if (top?.amount.unit !== own.unit || typeof top.amount.value !== "number") return null;
  if (top.amount.value <= number.value || words[at - 1] === "from") return null;
  return { to: top.to, value: [number.value, top.amount.value], unit: own.unit };
}

/** "an inch or two". */
function unitOrMore({ words, number, own }: Here): Said | null {
  if (!own || words[own.end] !== "or" || !LENGTHS.has(own.unit)) return null;
  const second = numberAt(words, own.end + 1);
  if (!second || second.article || second.value <= number.value) return null;
  if (DRAWN.test(words[second.end] ?? "")) return null;
  return { to: second.end, value: [number.value, second.value], unit: own.unit };
}

/** "two inches", "an inch and a half", "two inches and three quarters"; "half an inch, and five eighths" are two lengths. */
function withRest({ words, number, own }: Here): Said | null {
  if (!own) return null;
  const said = { unit: own.unit, article: number.article };
  if (words[own.end] === "and" && LENGTHS.has(own.unit) && number.value >= 1) {
    const rest = numberAt(words, own.end + 1);
    const next = rest ? (words[rest.end] ?? "") : "";
    if (rest?.fraction && rest.value < 1 && !UNITS[next] && next !== "of")
      return { ...said, to: rest.end, value: number.value + rest.value };
  }
  return { ...said, to: own.end, value: number.value };
}

/** "2 by 3 inches": both have the unit of the second. */
function crossed({ words, at, number }: Here): Read | null {
  if (words[number.end] !== "by" || number.article) return null;
  const second = numberAt(words, number.end + 1);
  const unit = second && unitAt(words, second.end, second);
  if (!second || !unit || !LENGTHS.has(unit.unit)) return null;
  const length = (from: number, to: number, value: number) => ({
    from,
    to,
    amount: { value, unit: unit.unit, of: null },
    confidence: 0.95,
  });
  return {
    amounts: [length(at, number.end, number.value), length(number.end + 1, unit.end, second.value)],
    end: unit.end,
  };
}

const WAITS =
  /\b(?:wait|waits|waiting|dry|dries|drying|dried|let|leave|sit|sits|rest|break|pause|spend|timer|set|come back|leaves?)\b/;

/** Times count only as waits: not the length of a video, nor "in a second". */
const WAIT: NumberRule<"a" | "seconds" | "minutes" | "in a sentence of waiting"> = {
  confidence: 0.9,
  when: [
    { is: ["in a sentence of waiting"] },
    { before: ends("for|take|takes|about|around|after|another|give|in|of") },
  ],
  unless: [
    { after: begins("long|video|lesson|class|tutorial|clip|timer|old|mark|ago") },
    { before: ends("last|this|per|each|next|the") },
    { is: ["a", "seconds"] },
    { is: ["a"], before: ends("in|just") },
    // "Take a minute", "if you need a minute" are ways of speaking; "for a minute" is a wait.
    { is: ["a", "minutes"], notBefore: ends("for|wait|another|about|after") },
    { is: ["a"], not: ["minutes", "in a sentence of waiting"] },
  ],
};

function amountOf({ words, at, sentence }: Here, { to, value, unit, article = false }: Said): Read | null {
  const amount = { value, unit, of: null };
  if (!TIMES.has(unit)) return one(at, to, amount, article ? 0.9 : 0.97);
  const spot = spotAt(words, at, to, {
    a: article,
    seconds: unit === "s",
    minutes: unit === "min",
    "in a sentence of waiting": WAITS.test(sentence),
  });
  return isSaid(WAIT, spot) ? one(at, to, amount, WAIT.confidence) : null;
}
