import { DRAWN } from "../../ground/lexicon/index.ts";
import { isNamed, one, type Read } from "./amount-words.ts";
import type { Amount } from "./heard.ts";
import { unitAt } from "./length-at.ts";
import { numberAt } from "./spoken-number.ts";

const PART_OF =
  /^(?:way|page|paper|sheet|height|width|length|line|side|edge|distance|space|size|picture|wall|box|square|front|horizon|front|depth|building|window|door|post|road|ruler|board|card|tile|upright|block|drawing|circle|shape|rectangle|it|that|this|house|letter)$/;

/** "a third of the way", "half the page", "halfway down", "two thirds up", "half of seven", "fold it in half". */
export function shareAt(words: readonly string[], at: number, unit: Amount["unit"] | null): Read | null {
  const word = words[at] ?? "";
  if (/^(?:halfway|midway)$/.test(word)) return one(at, at + 1, { value: 0.5, unit: "share", of: null }, 0.9);
  if (word === "half" && words[at + 1] === "way")
    return one(at, at + 2, { value: 0.5, unit: "share", of: null }, 0.9);
  if (word === "in" && words[at + 1] === "half")
    return one(at + 1, at + 2, { value: 0.5, unit: "share", of: null }, 0.8);
  // "The horizon halves it", "halved by the horizon".
  if (/^(?:halved|halves|halving)$/.test(word) && words.includes("horizon") && words[at - 1] !== "of")
    return one(at, at + 1, { value: 0.5, unit: "share", of: null }, 0.8);
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
