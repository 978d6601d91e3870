import { MATERIALS, VERBS } from "../../ground/lexicon/index.ts";
import type { HeardKind } from "./heard.ts";
import { pattern } from "./stream.ts";

/** Parts of a sentence round words that fit a pattern, each with what it must say. */
interface Surroundings {
  readonly before?: RegExp;
  /** The words themselves. */
  readonly said?: RegExp;
  /** Their last word as it was written. */
  readonly lastWord?: RegExp;
  /** Everything up to their end. */
  readonly upTo?: RegExp;
  readonly after?: RegExp;
  readonly sentence?: RegExp;
}

/** Why words that fit mean something else: all that is stated holds, and nothing of what is stated under `but`. */
export interface Veto extends Surroundings {
  readonly but?: Surroundings;
}

/** How something done on the paper is told. */
export interface ActionRule {
  readonly kind: HeardKind;
  readonly patterns: readonly RegExp[];
  /** Without this in the sentence no pattern is tried. */
  readonly needs?: RegExp;
  readonly unless: readonly Veto[];
  readonly confidence: number;
  /** Surer where the words say this. */
  readonly surer?: { readonly said: RegExp; readonly confidence: number };
  /** Only the first of words that overlap counts, whichever pattern found them. */
  readonly apart?: boolean;
  /** What it is called: a name of its own, or the part of the words that says it. */
  readonly name?: string | RegExp;
}

/** Names a vanishing point goes by: point, dot, centre, letters and numbers. Common practice, no published source. */
const VP =
  "(?:(?:vanishing|finishing|banishing|vantage|vanity|punishing) (?:point|points|dot|spot)|v ?p(?: ?(?:one|two|three|1|2|3))?|vps|vp1|vp2|vp3|v\\.p|vanishing)";
const TO_POINT = `(?:(?:the|and|our|your|my|that|this|its|either|one|both|each|all) )*(?:(?:[\\w']+ ){0,3}?(?:${VP}|(?:center|centre) (?:point|dot)|points?|dots?|center|centre|point [a-z]|focal point)|[a-z](?=$|,| (?:and|on|as|too|again|to|at)\\b))`;
/** The point by a name that says it is meant: not any dot or corner. */
const POINT_NAMED = `(?:(?:the|our|your|my|that|this|its|both|same|other|opposite|left|right|left hand|right hand|far|either) )*(?:${VP}|dot|point|points)`;
/** What is done with a line or a ruler. */
const LINE_VERB =
  "(?:draw|drawing|drawn|draws|line|lines|connect|connects|connecting|join|joins|bring|brings|bringing|take|takes|taking|go|goes|going|run|runs|running|pull|pulls|send|sends|sending|follow|follows|following|extend|extends|extending|aim|aims|aiming|angle|angled|lead|leads|leading|recede|recedes|receding|converge|converges|point|points|head|heads|heading|slant|vanish|vanishes|disappear|disappears|back|straight|touch|touches|touching|match|place|put|set|lay|come|comes|coming|continue|continues|joined|connected|lined|aimed|edge|edges|corner|corners|diagonal|diagonals|ruler|pivot|swing|meet|meets|reach|reaches|orthogonal|orthogonals|guide|guides|guideline|guidelines)";
/** A line told not to be drawn. */
export const DENIED =
  /\b(?:don't|do not|doesn't|does not|never|not|isn't|aren't|shouldn't|won't|no longer|instead of|rather than|didn't)(?: [\w']+){0,5},? $/;

const TO_VP: readonly RegExp[] = [
  pattern(
    `(?:follow|follows|following) (?:to |toward )?(?:the |our |your |that |same |left |right )+(?:${VP}|points?|dot)`,
  ),
  pattern(`${LINE_VERB}(?: [\\w'/½"-]+){0,9}? (?:to|toward|towards|into|through|up to) ${TO_POINT}`),
  pattern(`(?:same|same thing|likewise|again) (?:to|toward|towards|for) ${TO_POINT}`),
  pattern(
    `(?:aim|aims|aiming|aimed|point|points|pointing|head|heads|heading)(?: [\\w']+){0,5}? (?:at|for) ${TO_POINT}`,
  ),
  pattern(`(?:line|lines|lining|match|matches)(?: [\\w']+){0,6}? up (?:with|to) ${TO_POINT}`),
  pattern(`(?:line|lines|lining) up(?: [\\w']+){1,4} (?:with|to) ${TO_POINT}`),
  pattern(
    `(?:to|toward|towards) (?:the |our |your |my |that |this |its |left |right |other |opposite |same |first |second |far )*${VP}`,
  ),
  // "From the bottom to the dot", and "to the dot" alone between pauses.
  pattern(
    `from (?:the |this |that |here|there|its |each |every |up here |down here )+(?:[\\w']+ ){0,3}?(?:to|toward|towards) ${POINT_NAMED}`,
  ),
  pattern(
    `(?<=(?:^|, |\\b(?:and|then|also|again|goes|go|one|two|three|corners?|top|bottom|lines?) ))to ${POINT_NAMED}`,
  ),
  // Lines that run away from the point, or start at it.
  pattern(`(?:away|out|outward|outwards|forward) from ${POINT_NAMED}`),
  pattern(
    `(?:start|starts|starting|begin|begins|beginning|come|comes|coming|radiate|radiates|radiating|shoot|shoots|shooting)(?: [\\w']+){0,3} (?:at|from|out of|on) ${POINT_NAMED}`,
  ),
  pattern(`(?:line|lines|lined|lining)(?: [\\w']+){0,4}? up (?:on|at) ${POINT_NAMED}`),
  pattern(
    `(?:meet|meets|meeting|hit|hits|touch|touches)(?: (?:up|right|all|exactly|just|back))* (?:at |in |on )?${POINT_NAMED}`,
  ),
  pattern(
    `(?:from|out of|out from) (?:the |our |your |that |this |left |right |other |same )*(?:${VP}|point|dot|center dot|centre dot)(?: (?:one|two))?(?: [\\w']+){0,4} (?:to|through|out|past|across|along|touching|down|up|all the way)`,
  ),
  pattern(
    `(?:ruler|straight ?edge|edge)(?: [\\w']+){0,8} (?:on|touching|against|through|at|to) (?:(?:the |our |your |that |this |left |right |left hand |right hand |other |same )*(?:${VP}|point|dot|center dot|centre dot)|[a-h](?=$|,| (?:and|to|then)\\b))`,
  ),
  pattern(
    `(?:connect|connects|connected|join|joins|joined|link|links|linked)(?: [\\w']+){0,6}? with ${TO_POINT}`,
  ),
  pattern(
    `(?:vanish|vanishes|vanishing|disappear|disappears|converge|converges)(?: [\\w']+){0,2} (?:in|at|on) ${TO_POINT}`,
  ),
  pattern(
    `(?:vanishing point|vp)(?: [\\w']+){0,3} (?:and|to|through) (?:the |that |this |each |every |your |my )*(?:\\w+ )*(?:corner|corners|edge|top|bottom|end)`,
  ),
];
/** A question, a condition or what would be: no line is drawn. */
const NOT_DRAWN =
  /\b(?:(?:should|do|does|would|could|if|why do|did) (?:i|we|you|it|they|she|he|that)|they'd|it'd|would|wouldn't)(?: (?:just|all|ever|have to|really))*,? $/;

/** Words without which no line to a point, and none kept straight, is spoken of. */
const POINTED =
  /point|dot|\bvps?\b|\bv p\b|vp\d|vanish|cent(?:er|re)|\b[b-hj-z]\b|(?:to|toward|towards|at|for|on) a\b/;
const KEPT_STRAIGHT =
  /parallel|perpend|upright|vertical|horizontal|plumb|straight|up and down|level|slid|same (?:angle|slope|slant|direction)/;

const ERASE = pattern(
  "(?:(?:to|and|then|now|i'm|i'll|let's|let me|we'll|we're|we can|you can|can|go ahead and|just|i'm going to|going to|gonna) )*(?:erase|erasing|erases|erased|rub(?:bing)?(?: \\w+){0,4}? (?:out|away|off)|clean(?:ing)?(?: it| that| this| them| those| everything)? up|get(?:ting)? rid of|take (?:away|out|off) (?:the|those|these|that|this|your) (?:extra|guide|construction|overlapping|unneeded)(?: \\w+)? ?(?:lines?)?|take (?:away|out|off) (?:the|those|these|your)(?: \\w+){0,2}? (?:lines?|guides?|guidelines?|tails?|helpers?|diagonals?)|tak(?:e|es|ing) (?:it|that|this|them|those|these|all (?:of )?(?:that|those|these|this|them)|(?:the|your|my|those|these|that|this|any|all the)(?: [\\w']+){0,3}? (?:lines?|guides?|guidelines?|parts?|bits?|tails?|ends?|marks?|pieces?|diagonals?|cross|x)) (?:out|away|off)(?! (?:from|of|to))|out (?:go|goes|come|comes) (?:the|those|these|all|your)(?: \\w+)? (?:lines?|guides?|diagonals?|tails?|helpers?)|clear(?:ing)? away|wip(?:e|ing) (?:out|away))",
);
const LATER =
  /^(?:,? [\w']+){0,8},? (?:later|at the end|after(?:wards?)?|in a (?:minute|bit|moment|second|while)|eventually|when we're (?:done|finished)|when (?:we|you) (?:finish|are done|are finished)|when the|when it|once the|once we're|in the end|next week|next time|at the very end|before we ink|soon(?! as\b))(?![\w'])/;
const NOT_ERASING =
  /(?:\b(?:don't|do not|no|never|not|without|won't|avoid|instead of|rather than|nothing to|no need to|easy|easier|hard|harder|difficult|easily|able|be|so (?:that (?:you|we|i|it|they)(?: can| could)?|(?:you|we|i|it|they)(?: can| could|'ll be able to))(?: \w+)?|in case (?:you|we)(?: need)?(?: to)?|if (?:you|we|i)(?: \w+){0,6}|might|could|may|would|should i|should we|(?:might|could|may) (?:have|need|want)(?: to)?|have(?: \w+){0,2} ready|will|they'll|that we'll|that you'll|which we'll|you'll|you'll be able|we will|we shall|i shall|gets?|getting|it'll|that'll|later|later on|at the end|eventually|when (?:we|you)|once (?:we|you|i)(?:'ve| have)?|after (?:we|you|i)(?:'ve| have)?|before (?:we|you|i)|until (?:we|you|i)|because (?:we'll|we're going to|i'm going to|you'll)|since (?:we'll|we're going to)|only)(?: (?:have|need|want|going|just|even|really|ever|actually|then|lightly|be|been|to|get|go|back|and))*,? )$/;

const PARALLEL = pattern(
  "(?:(?:perfectly |nice and |exactly |all |straight |completely )*(?:parallel(?: to| with)?|perpendicular|upright|vertical(?:ly)?|verticals?|horizontal(?:ly)?|plumb|straight up and down|straight (?:up|down|across)|up and down|level(?: with| across)?|slide (?:the|your|my|that|this) (?:ruler|straight ?edge|edge)(?: \\w+)?|sliding (?:the|your|my) ruler|same (?:angle|slope|slant|direction) (?:as|to)))",
);
const NOT_PARALLEL =
  /\b(?:don't|do not|doesn't|does not|never|not|isn't|aren't|wouldn't|weren't|wasn't|shouldn't|won't|instead of|rather than|no longer|nor|without|can't be|cannot be|avoid|no|wrong to|mistake to)(?: [\w']+){0,6},? $/;
/** What makes a bare "level" or "upright" an instruction instead of a name or an aside. */
const KEPT =
  /\b(?:keep|keeps|kept|stay|stays|stand|stands|is|are|be|they're|it's|that's|close|draw|it|perfectly|exactly|all|or|and|runs?|goes|go|make|them|edges?|sides?|lines?|straight|must|has to be|have to be)(?: [\w']+){0,2},? $/;
const NO_LINE_AFTER = /^,? (?:of detail|ground|one|two|three|up your|the playing)/;

const SIDES = pattern(
  "(?:to |on |from |at |along )?(?:the |your |my |its |our )?(?:left|right|top|bottom|upper left|upper right|lower left|lower right|left hand|right hand|other|opposite|near|far|front|back)(?: hand)? (?:side|edge|corner|end|wall|half|face|vp|vanishing point|line|of (?:the|your|that|it))",
);

/** "A" is a point where it is written large; "a" is an article, and "I" is the speaker. */
const LETTER = /^(?:[A-HJ-Z]|b)$/;

const TO_A_POINT: ActionRule = {
  kind: "to-vp",
  patterns: TO_VP,
  needs: POINTED,
  apart: true,
  confidence: 0.75,
  surer: { said: new RegExp(VP), confidence: 0.92 },
  unless: [
    { before: NOT_DRAWN },
    // "Erase the rest, all the way to the dot": how far is rubbed out, not how far is drawn.
    { before: /\b(?:eras|rub)\w*\b/, but: { upTo: /\b(?:draw|rule|connect|join)\b/ } },
    { before: DENIED },
    { said: /^.{0,55}\b(?:don't|doesn't|not|never|isn't)\b/ },
    { said: / [a-z]$/, but: { lastWord: LETTER } },
    // "From G draw up to J": where corners go by letters, a letter is no vanishing point.
    { said: / [a-z]$/, upTo: /\b(?:from|corner|lines?|at) [a-z]\b/ },
    { said: / to a (?:point|dot)$/ },
    // "I'm going to make a little dot": the dot is made, no line goes to it.
    // "I'm going to draw a line to the point" goes on to one.
    {
      said: / to (?:be|become|make|put|draw|place|add|find|have|get|need|see|start|use|move|call|mark|do|show|look)\b(?!.* (?:to|toward|towards|into|through|with|at|for|from)\b)/,
    },
    // Another dot, a peak, a moment, a way of drawing, a place near the point.
    {
      said: /\b(?:next|new|little|these|those|each|every|two|three|four|peak|high|low|highest|start|starting|end|ending|meeting|crossing|good|whole|some|any) (?:dots?|points?)$/,
    },
    { said: /\b(?:to|at) this point$/ },
    {
      said: /\b(?:points?|dot)$/,
      after: /^,? (?:where|that|of|when|you|i)\b/,
      but: { said: new RegExp(VP) },
    },
    { said: /\b(?:one|two|three|1|2|3) points?$/, after: /^ (?:perspective|prospective)/ },
    { after: /^ (?:perspective|prospective)\b/ },
    {
      said: /^(?:to|toward|towards)\b/,
      before:
        /\b(?:near|nearer|nearest|close|closer|closest|next|relative|compared|according|up|down|over|due|as far as|distance)(?: \w+)? $/,
      but: { before: /\b(?:lines?|draw|goes?|going|all the way|straight|back) (?:up|down|over) $/ },
    },
    { said: /\b(?:nearer|nearest|closer|closest|next) to\b/ },
    // Asked, not told: "which corners go to the point?"
    {
      said: /^(?:corners?|lines?|edges?|sides?|ones?)\b/,
      before: /(?:^|\b(?:and|so|now|but|okay|then) )which (?:of the |two |three )?$/,
    },
    {
      said: /^(?:draw|put|place|set|lay|all|up)\b(?: [\w']+){0,3} (?:and|on|at) /,
      but: { said: /ruler|edge/ },
    },
    {
      said: /\b(?:to|at) (?:the |that |this |your )*(?:middle|[ab]|center|centre)$/,
      but: {
        said: new RegExp(`${VP}|\\b(?:corner|corners|line|lines|edge|diagonal|marks?|ticks?|it|them)\\b`),
        lastWord: LETTER,
      },
    },
  ],
};

const RUB_OUT: ActionRule = {
  kind: "erase",
  patterns: [ERASE],
  needs: /eras|rub|clean|rid of|\btak(?:e|es|ing)\b|clear|wip|\bout (?:go|come)/,
  confidence: 0.9,
  unless: [
    // "… so that you can erase it": what may be done is not done now.
    {
      said: /^(?:you can|we can|can|to)\b/,
      before: /\b(?:so that|so|in case|if|when|once|which|that|until|before|after|because),? $/,
    },
    { before: NOT_ERASING },
    { after: LATER },
    // "If you don't like erasing", "then you have to rub it out": spoken of, not told to be done.
    {
      said: /\berasing\b/,
      before:
        /\b(?:like|liking|mind|hate|love|enjoy|about|of|for|from|before|after|without|start|stop|keep|avoid) $/,
    },
    { before: /\b(?:then|and) (?:you|i|we)(?:'ll|'d)? (?:just )?have to (?:go back and )?$/ },
    { said: /^to\b/, before: /\b(?:then|and) (?:you|i|we)(?:'ll|'d)? (?:just )?have $/ },
    // "When you've got everything erased": what is done is no order.
    { said: /\berased$/, but: { before: /\b(?:i|i've|we|we've|just)(?: just)? $/ } },
    // "Something to erase with" is a thing to have.
    { after: /^ with\b/ },
    {
      upTo: /\b(?:we'll|we will|you'll|i'll) (?:be )?(?:able to )?(?:just )?(?:erase|rub|get)/,
      sentence: /\b(?:later|end|after)\b/,
    },
  ],
};

const KEEP_STRAIGHT: ActionRule = {
  kind: "parallel",
  patterns: [PARALLEL],
  needs: KEPT_STRAIGHT,
  confidence: 0.85,
  unless: [
    { before: NOT_PARALLEL },
    { said: /level$/, after: NO_LINE_AFTER },
    // "If it's level, it floats"; "take that upright": what is there is named.
    {
      before:
        /\b(?:if|when|unless|because) (?:it's|it is|they're|that's|this is|(?:your|the|that) (?:\w+ ){0,2}(?:line|edge|side|top|one) is)(?: \w+){0,2} $/,
    },
    {
      said: /^(?:upright|verticals?|horizontal|level|straight up and down|up and down)$/,
      before:
        /\b(?:the|that|this|these|those|your|my|our|each|every|both|first|second|last|back|near|same|of)(?: (?:other|two|three|four|back|front|near|left|right|first|last))? $/,
      after:
        /^(?:,|$| (?:lines?|edges?|one|ones|sides?|posts?|poles?|here|there|of|on|at|in|and|to|from|that|is|goes|has|up|down|where|with)\b)/,
      but: {
        sentence:
          /\b(?:keep|keeps|kept|stay|stays|make sure|parallel|must|have to be|has to be|should be|need to be|straight|not leaning|lean)\b/,
      },
    },
    // A warning names what must not be: "a lot of people draw it level, but don't".
    { after: /^(?:,? [\w']+){0,9},? (?:but )?(?:don't|do not|that's wrong|which is wrong)/ },
    {
      said: /^(?:level|upright)$/,
      but: { before: KEPT, after: /^,? (?:lines?|edges?|too|as well|$)/ },
    },
    {
      said: /^up and down$/,
      but: { sentence: /\b(?:line|lines|edge|straight|side|sides|stays?)\b/ },
    },
  ],
};

const SIDE =
  /upper left|upper right|lower left|lower right|left|right|top|bottom|other|opposite|near|far|front|back/;

/** A line to a vanishing point is looked for first: "the same on the other side" may go on from it. */
export const LINE_TO_A_POINT = TO_A_POINT;

/** Everything else that is done on the paper, with what, and where. */
export const OTHER_ACTIONS: readonly ActionRule[] = [
  RUB_OUT,
  KEEP_STRAIGHT,
  { kind: "side", patterns: [SIDES], unless: [], confidence: 0.8, name: SIDE },
  { kind: "vanishing-point", patterns: [pattern(VP)], unless: [], confidence: 0.9, name: /.+/ },
  ...VERBS.map(
    ([name, said]): ActionRule => ({
      kind: "verb",
      patterns: [pattern(said)],
      unless: [],
      confidence: 0.8,
      name,
    }),
  ),
];

/** The things of the kit by name. */
export const KIT: readonly { readonly name: string; readonly pattern: RegExp }[] = MATERIALS.map(
  ([name, said]) => ({ name, pattern: pattern(said) }),
);
