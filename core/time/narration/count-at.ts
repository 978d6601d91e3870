import { DRAWN, NAMES_AFTER, NOT_COUNTED, NOT_DRAWN, UNITS } from "../../ground/lexicon/index.ts";
import { isNamed, one, type Read } from "./amount-words.ts";
import { rangeTo, unitOf } from "./length-at.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

const ADJECTIVE =
  /^(?:more|big|bigger|small|smaller|little|long|longer|short|shorter|tall|thin|thick|straight|vertical|horizontal|light|lightly|dark|equal|even|parallel|different|new|other|separate|tiny|large|diagonal|curved|square|round|wooden|mooring|block|vanishing|back|front|top|bottom|near|far|extra|faint|nice|simple|plain|see|through|roof|floor|guide|upright|slanted|receding|orthogonal|such|evenly|spaced|invented|construction|tick|single)$/;

/** "three boxes", "two more long lines", "four of these". */
export function countAt(words: readonly string[], at: number): Read | null {
  const number = numberAt(words, at);
  if (!number || number.article || number.fraction || number.value % 1 !== 0 || number.value < 1) return null;
  if (number.value > 200 || isNamed(words, at)) return null;
  const before = words[at - 1] ?? "";
  const paired = unitOf(words) === null ? pairAt(words, number) : null;
  if (paired) return paired;
  const range = rangeTo(words, number);
  let i = range?.end ?? number.end;
  // "three or more boxes"
  if (words[i] === "or" && /^(?:more|so)$/.test(words[i + 1] ?? "")) i += 2;
  if (isThere(words, at)) return null;
  const times = timesAt(words, at, i, number.value);
  if (times) return times;
  const isOne = number.value === 1;
  const isAdjective = (k: number) =>
    ADJECTIVE.test(words[k] ?? "") ||
    // "Two sloping edges", "three tapered posts".
    (/(?:ing|ed)$/.test(words[k] ?? "") && DRAWN.test(words[k + 1] ?? ""));
  for (let k = 0; k < 3 && isAdjective(i) && !isNounHere(words, i); k++) i++;
  i = pastAdjectives(words, i);
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
    const ordered = /^(?:draw|do|add|make|mark|put|in|rule|get|try|finish)$/.test(words[at - 2] ?? "");
    if (
      (/^(?:these|those|both|the)$/.test(words[at - 1] ?? "") && !ordered) ||
      (words[at - 1] === "the" && i > number.end)
    )
      return null;
    // "Two corners see the point": they are there, unless they are told to be made.
    if (WEAK.test(noun) && !DRAWS_BEFORE.test(words.slice(Math.max(0, at - 4), at).join(" "))) return null;
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
  // "draw three", "do five and stop"
  const bare =
    /^(?:draw|do|add|make|try|get|put)$/.test(before) &&
    !number.digits &&
    number.value < 30 &&
    !MAY_OR_OWN.test(words.slice(Math.max(0, at - 5), at - 1).join(" "));
  const ends =
    (words[i] ?? "") === "" ||
    /^(?:and|or|then|if|so|because|on|in|over|up|down|now|here|there|for|at|but|more)$/.test(words[i] ?? "");
  if (!isOne && bare && ends && !(words[i] === "and" && numberAt(words, i + 1)?.fraction))
    return one(at, words[i] === "more" ? i + 1 : i, { value, unit: "count", of: null }, 0.7);
  return null;
}

/** What may be done, or what the speaker does apart from the class, tells no count: "you could do seven". */
const MAY_OR_OWN = /\b(?:could|might|may|would|i'll|i will|even)\b/;
/** Things that stand on the paper more often than they are drawn. */
const WEAK =
  /^(?:corners?|points?|places?|things?|letters?|walls?|sides?|spots?|ends?|faces?|edges?|directions?|fingers?)$/;
const DRAWS_BEFORE =
  /\b(?:draw|add|make|mark|put|need|rule|sketch|do|get|find|trace|drew|drawing|making|adding|marking|place|want)\b/;

/** "there are two lines", "the same three boxes", "all four edges", "your two dots", "now you have five". */
function isThere(words: readonly string[], at: number): boolean {
  const before = words[at - 1] ?? "";
  const earlier = words.slice(Math.max(0, at - 5), at - 1).join(" ");
  const ordered = /\b(?:draw|do|add|make|rule|try|finish|get|want|need|mark|put in|put)$/.test(earlier);
  if (/^(?:same|your|my|our|its|their|all|other|these|those|both)$/.test(before) && !ordered) return true;
  if (before === "same") return true;
  // "Now there are two points", "so now you have three boxes".
  const now = /\b(?:now|already)\b/.test(earlier) || before === "already";
  if (
    now &&
    (/^(?:are|is|there's|have|got)$/.test(before) || before === "already") &&
    /\b(?:there|there's|you|we|you've|we've|i've|already)\b/.test(`${earlier} ${before}`)
  )
    return true;
  // "Between two lines", "nearer than two corners".
  return /^(?:between|than|both|behind|against)$/.test(before);
}

/** "do that four times", "three more times" */
function timesAt(words: readonly string[], at: number, end: number, value: number): Read | null {
  const more = words[end] === "more" ? end + 1 : end;
  if (words[more] !== "times") return null;
  const before = words.slice(Math.max(0, at - 6), at).join(" ");
  if (!/\b(?:do|repeat|draw|make|trace|that|again)\b/.test(before)) return null;
  if (/^(?:as|the|bigger|smaller|longer|wider|taller|faster|speed|its|a)$/.test(words[more + 1] ?? ""))
    return null;
  return one(at, more + 1, { value, unit: "count", of: null }, 0.7);
}

const PLACED = /^(?:above|below|across|under|underneath|over|up|down|beside)$/;
const PLACED_AGAIN = /^(?:above|below|across|under|underneath|over|beside)$/;

/** "three above and three below", "two above, four across": counts without a noun, in pairs. */
function pairAt(words: readonly string[], first: SpokenNumber): Read | null {
  const amounts: {
    from: number;
    to: number;
    amount: { value: number; unit: "count"; of: null };
    confidence: number;
  }[] = [];
  let number: SpokenNumber | null = first;
  let [from, end] = [first.end - 1, first.end];
  while (number && !number.article && !number.fraction && number.value % 1 === 0 && number.value <= 12) {
    const place = words[number.end] ?? "";
    if (!(amounts.length === 0 ? PLACED_AGAIN : PLACED).test(place)) break;
    amounts.push({
      from,
      to: number.end,
      amount: { value: number.value, unit: "count", of: null },
      confidence: 0.75,
    });
    end = number.end + 1;
    // "the horizon" and such may stand between.
    while (/^(?:it|the|horizon|line|and|then|eye|level)$/.test(words[end] ?? "")) end++;
    from = end;
    number = numberAt(words, end);
  }
  return amounts.length > 1 ? { amounts, end } : null;
}

/** "three really thin wobbly lines": up to three words may stand before the thing. */
function pastAdjectives(words: readonly string[], at: number): number {
  for (let k = 1; k <= 3; k++) {
    const noun = words[at + k] ?? "";
    const between = words.slice(at, at + k);
    if (
      between.some(
        (w) => w === "" || STOPS.test(w) || DRAWN.test(w) || UNITS[w] !== undefined || numberAt([w], 0),
      )
    )
      return at;
    if (DRAWN.test(noun) && /s$/.test(noun) && !NOT_DRAWN.test(noun)) return at + k;
  }
  return at;
}
const STOPS =
  /^(?:of|to|on|from|in|at|and|or|is|are|the|a|an|that|this|these|those|for|by|up|down|over|if|so|then|but|with|i|you|we|it|they|more|times|above|below|across|wide|tall|high|long|deep|apart|away|per|each|every|point)$/;

/** An adjective that stands for the thing itself: "two verticals" is caught as a noun, "three square" is not. */
function isNounHere(words: readonly string[], at: number): boolean {
  return (
    DRAWN.test(words[at] ?? "") && !DRAWN.test(words[at + 1] ?? "") && !ADJECTIVE.test(words[at + 1] ?? "")
  );
}
