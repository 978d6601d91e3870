import { DRAWN, NAMES_AFTER, NOT_COUNTED, NOT_DRAWN, UNITS } from "../../ground/lexicon/index.ts";
import { isNamed, one, type Read } from "./amount-words.ts";
import { rangeTo, unitOf } from "./length-at.ts";
import { begins, ends, isSaid, kindsOf, type NumberKind, type NumberRule, spotAt } from "./number-rule.ts";
import { numberAt, type SpokenNumber } from "./spoken-number.ts";

const ADJECTIVE =
  /^(?:more|big|bigger|small|smaller|little|long|longer|short|shorter|tall|thin|thick|straight|vertical|horizontal|light|lightly|dark|equal|even|parallel|different|new|other|separate|tiny|large|diagonal|curved|square|round|wooden|mooring|block|vanishing|back|front|top|bottom|near|far|extra|faint|nice|simple|plain|see|through|roof|floor|guide|upright|slanted|receding|orthogonal|such|evenly|spaced|invented|construction|tick|single)$/;
/** Things that stand on the paper more often than they are drawn. */
const WEAK =
  /^(?:corners?|points?|places?|things?|letters?|walls?|sides?|spots?|ends?|faces?|edges?|directions?|fingers?)$/;

type Known =
  | NumberKind
  /** Words stand between the number and its thing. */
  | "described"
  /** Its thing can be drawn, in as many as the number says. */
  | "of a thing"
  /** Its thing stands on the paper more often than it is drawn. */
  | "of what is there"
  /** The words after it make it a name: "two point perspective". */
  | "a name"
  /** "One side of". */
  | "part of it"
  /** More than a hand draws in one go. */
  | "many"
  /** It goes on with "and a half". */
  | "with a fraction";

/** "The same three boxes", "now there are two points": they are there, and nothing is to be drawn. */
const IS_THERE: NumberRule<Known> = {
  confidence: 1,
  when: [
    {
      before: ends("same|your|my|our|its|their|all|other|these|those|both"),
      // Ordered to be drawn, "these two" are no more there than "two" are.
      notBefore: /\b(?:draw|do|add|make|rule|try|finish|get|want|need|mark|put in|put) [^ ]*$/,
    },
    { before: ends("same") },
    { before: ends("already") },
    {
      within: [
        5,
        /^(?=.*\b(?:there|there's|you|we|you've|we've|i've|already)\b).*\b(?:now|already)\b.* (?:are|is|there's|have|got)$/,
      ],
    },
    // "Between two lines", "nearer than two corners".
    { before: ends("between|than|both|behind|against") },
  ],
  unless: [],
};

/** "Do that four times", "three more times". */
const TIMES_OVER: NumberRule<Known> = {
  confidence: 0.7,
  when: [{ within: [6, /\b(?:do|repeat|draw|make|trace|that|again)\b/], after: begins("(?:more )?times") }],
  unless: [
    { after: begins("(?:more )?times (?:as|the|bigger|smaller|longer|wider|taller|faster|speed|its|a)") },
  ],
};

/** "Three boxes", "two more long lines". */
const OF_A_THING: NumberRule<Known> = {
  confidence: 0.9,
  when: [{ is: ["of a thing"], not: ["a name"] }],
  unless: [
    // "The two corners" are there already; "draw these two corners" are not.
    {
      before: ends("these|those|both|the"),
      notBefore: ends("(?:draw|do|add|make|mark|put|in|rule|get|try|finish) (?:these|those|both|the)"),
    },
    { is: ["described"], before: ends("the") },
    // "Two corners see the point": they are there, unless they are told to be made.
    {
      is: ["of what is there"],
      notWithin: [
        4,
        /\b(?:draw|add|make|mark|put|need|rule|sketch|do|get|find|trace|drew|drawing|making|adding|marking|place|want)\b/,
      ],
    },
  ],
};

/** One of a thing is more often "this one" or "one side of it" than a count. */
const ONE_THING: NumberRule<Known> = {
  confidence: 0.7,
  when: [{ before: ends("draw|add|make|put|need|want|and|just|only|do|get|drawing|have") }],
  unless: [{ is: ["part of it"] }, { before: ends("this|that|the|each|which|other|only|at|on|from") }],
};

/** "Draw three", "do five and stop". */
const ORDERED: NumberRule<Known> = {
  confidence: 0.7,
  when: [
    {
      before: ends("draw|do|add|make|try|get|put"),
      after: /^$|^(?:and|or|then|if|so|because|on|in|over|up|down|now|here|there|for|at|but|more)(?= |$)/,
    },
  ],
  unless: [
    { is: ["digits"] },
    { is: ["many"] },
    { is: ["with a fraction"] },
    // What may be done, or what the speaker does apart from the class, tells no count: "you could do seven".
    { within: [5, /\b(?:could|might|may|would|i'll|i will|even)\b.* [^ ]*$/] },
  ],
};

/** "three boxes", "two more long lines", "four of these". */
export function countAt(words: readonly string[], at: number): Read | null {
  const number = numberAt(words, at);
  if (!number || number.article || number.fraction || number.value % 1 !== 0 || number.value < 1) return null;
  if (number.value > 200 || isNamed(words, at)) return null;
  const paired = unitOf(words) === null ? pairAt(words, number) : null;
  if (paired) return paired;
  const range = rangeTo(words, number);
  const from = pastOrMore(words, range?.end ?? number.end);
  const thingAt = pastDescription(words, from);
  const knownOf = { ...kindsOf(number), ...knownOfThing(words, number, thingAt) };
  const atNumber = spotAt(words, at, from, knownOf);
  if (isSaid(IS_THERE, atNumber)) return null;
  const count = (to: number, of: string | null, confidence: number, value: Value = number.value) =>
    one(at, to, { value, unit: "count", of }, confidence);
  if (isSaid(TIMES_OVER, atNumber))
    return count(from + (words[from] === "more" ? 2 : 1), null, TIMES_OVER.confidence);
  const atThing = spotAt(words, at, thingAt, knownOf);
  const value = range ? ([number.value, range.value] as const) : number.value;
  if (knownOf["of a thing"] && !knownOf["a name"]) {
    const rule = knownOf.one ? ONE_THING : OF_A_THING;
    const counts = isSaid(OF_A_THING, atThing) && isSaid(rule, atThing);
    return counts ? count(thingAt + 1, words[thingAt] ?? "", rule.confidence, value) : null;
  }
  if (knownOf.one) return null;
  if (/^of (?:these|those|them)(?= |$)/.test(atThing.after)) return count(thingAt + 2, null, 0.8, value);
  if (words[thingAt - 1] === "more" && knownOf.described) return count(thingAt, null, 0.75, value);
  if (isSaid(ORDERED, atThing))
    return count(words[thingAt] === "more" ? thingAt + 1 : thingAt, null, ORDERED.confidence, value);
  return null;
}

type Value = number | readonly [number, number];

function knownOfThing(words: readonly string[], number: SpokenNumber, at: number) {
  const noun = words[at] ?? "";
  const plural = /s$/.test(noun) && !/(?:ss|us|'s)$/.test(noun);
  const thing = DRAWN.test(noun) || (plural && noun.length > 3 && !UNITS[noun]);
  const agrees = number.value === 1 ? !plural && !NOT_COUNTED.test(noun) : plural;
  return {
    described: at > number.end,
    "of a thing": thing && !NOT_DRAWN.test(noun) && agrees,
    "of what is there": WEAK.test(noun),
    "a name": NAMES_AFTER.test(words[number.end] ?? ""),
    "part of it": words[at + 1] === "of",
    many: number.value >= 30,
    "with a fraction": noun === "and" && (numberAt(words, at + 1)?.fraction ?? false),
  };
}

/** "three or more boxes" */
function pastOrMore(words: readonly string[], at: number): number {
  return words[at] === "or" && /^(?:more|so)$/.test(words[at + 1] ?? "") ? at + 2 : at;
}

/** "Two sloping edges", "three really thin wobbly lines": where the thing stands. */
function pastDescription(words: readonly string[], at: number): number {
  const isAdjective = (k: number) =>
    ADJECTIVE.test(words[k] ?? "") || (/(?:ing|ed)$/.test(words[k] ?? "") && DRAWN.test(words[k + 1] ?? ""));
  let i = at;
  for (let k = 0; k < 3 && isAdjective(i) && !isNounHere(words, i); k++) i++;
  return pastAdjectives(words, i);
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
