import { DRAWN } from "../../ground/lexicon/index.ts";
import { isNamed, one, type Read } from "./amount-words.ts";
import type { Amount } from "./heard.ts";
import { unitAt } from "./length-at.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

const PART_OF =
  /^(?:way|page|paper|sheet|height|width|length|line|side|edge|distance|space|size|picture|wall|box|square|front|horizon|front|depth|building|window|door|post|road|ruler|board|card|tile|upright|block|drawing|circle|shape|rectangle|it|that|this|house|letter)$/;

/** Ways of saying one half without a number. */
const HALVES: readonly {
  readonly said: RegExp;
  readonly confidence: number;
  /** Where the half itself begins and ends, in words. */
  readonly from: number;
  readonly to: number;
  /** A word that has to be in the sentence, and one that may not stand before the half. */
  readonly beside?: { readonly word: string; readonly notAfter: string };
}[] = [
  { said: /^(?:halfway|midway)(?= |$)/, from: 0, to: 1, confidence: 0.9 },
  { said: /^half way(?= |$)/, from: 0, to: 2, confidence: 0.9 },
  { said: /^in half(?= |$)/, from: 1, to: 2, confidence: 0.8 },
  // "The horizon halves it", "halved by the horizon".
  {
    said: /^(?:halved|halves|halving)(?= |$)/,
    from: 0,
    to: 1,
    confidence: 0.8,
    beside: { word: "horizon", notAfter: "of" },
  },
];

/** "a third of the way", "half the page", "halfway down", "two thirds up", "half of seven", "fold it in half". */
export function shareAt(words: readonly string[], at: number, unit: Amount["unit"] | null): Read | null {
  const next = `${words[at] ?? ""} ${words[at + 1] ?? ""}`;
  for (const { said, from, to, confidence, beside } of HALVES)
    if (said.test(next) && (!beside || (words.includes(beside.word) && words[at - 1] !== beside.notAfter)))
      return one(at + from, at + to, { value: 0.5, unit: "share", of: null }, confidence);
  const number = numberAt(words, at);
  if (!number?.fraction || number.value >= 1 || isNamed(words, at)) return null;
  return words[number.end] === "of"
    ? ofSomething(words, at, number, unit)
    : beforeItsWhole(words, at, number);
}

/** "Half of seven" is three and a half, in whatever lengths are given in; "half of the page" is a share. */
function ofSomething(
  words: readonly string[],
  at: number,
  { value, end }: SpokenNumber,
  unit: Amount["unit"] | null,
): Read | null {
  const of = numberAt(words, end + 1);
  if (of && !of.article) {
    const own = unitAt(words, of.end, { ...of, digits: true });
    const said = own?.unit ?? unit;
    if (said && (own || !DRAWN.test(words[of.end] ?? "")))
      return one(at, own?.end ?? of.end, { value: value * of.value, unit: said, of: null }, 0.85);
  }
  const article = /^(?:the|your|our|my|that|this|its|a|an)$/.test(words[end + 1] ?? "");
  const nounAt = article ? end + 2 : end + 1;
  const noun = words[nounAt] ?? words[end + 1] ?? "";
  const whole = PART_OF.test(noun) ? nounAt + 1 : PART_OF.test(words[end + 1] ?? "") ? end + 2 : 0;
  if (whole === 0 && !article) return null;
  const named = noun === "way" ? null : noun;
  return one(at, Math.max(whole, end + 1), { value, unit: "share", of: named }, 0.85);
}

/** "Half the page", "two thirds up". */
function beforeItsWhole(words: readonly string[], at: number, { value, end }: SpokenNumber): Read | null {
  const next = words[end] ?? "";
  const noun = words[end + 1] ?? "";
  if (/^(?:the|your|our|its)$/.test(next) && PART_OF.test(noun))
    return one(at, end + 2, { value, unit: "share", of: noun }, 0.9);
  if (/^(?:down|up|across|along|over|from|back|as|in|higher|lower|way)$/.test(next))
    return one(at, end, { value, unit: "share", of: null }, 0.75);
  return null;
}
