import { DRAWN, NAMES_AFTER, NOT_COUNTED, NOT_DRAWN, UNITS } from "../lexicon/index.ts";
import { isNamed, one, type Read } from "./amount-words.ts";
import { rangeTo } from "./length-at.ts";
import { numberAt } from "./spoken-number.ts";

const ADJECTIVE =
  /^(?:more|big|bigger|small|smaller|little|long|longer|short|shorter|tall|thin|thick|straight|vertical|horizontal|light|lightly|dark|equal|even|parallel|different|new|other|separate|tiny|large|diagonal|curved|square|round|wooden|mooring|block|vanishing|back|front|top|bottom|near|far|extra|faint|nice|simple|plain|see|through|roof|floor|guide|upright|slanted|receding|orthogonal|such|evenly|spaced|invented|construction|tick|single)$/;

/** "three boxes", "two more long lines", "four of these". */
export function countAt(words: readonly string[], at: number): Read | null {
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
