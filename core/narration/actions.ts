import { type Heard, heard } from "./heard.ts";
import { tokensOver } from "./orders.ts";
import { findAll, pattern, type Sentence } from "./stream.ts";

/** Names a vanishing point goes by: point, dot, centre, letters and numbers. Common practice, no published source. */
const VP =
  "(?:(?:vanishing|finishing|banishing|vantage|vanity|punishing) (?:point|points|dot|spot)|v ?p(?: ?(?:one|two|three|1|2|3))?|vps|vp1|vp2|vp3|v\\.p|vanishing)";
const TO_POINT = `(?:(?:the|and|our|your|my|that|this|its|either|one|both|each|all) )*(?:[\\w']+ ){0,3}?(?:${VP}|(?:center|centre) (?:point|dot)|points?|dots?|center|centre|point [a-z]|[a-z](?=$|,| (?:and|on|as|too|again|to|at)\\b)|focal point)`;
/** What is done with a line or a ruler. */
const LINE_VERB =
  "(?:draw|drawing|drawn|draws|line|lines|connect|connects|connecting|join|joins|bring|brings|bringing|take|takes|taking|go|goes|going|run|runs|running|pull|pulls|send|sends|sending|follow|follows|following|extend|extends|extending|aim|aims|aiming|angle|angled|lead|leads|leading|recede|recedes|receding|converge|converges|point|points|head|heads|heading|slant|vanish|vanishes|disappear|disappears|back|straight|touch|touches|touching|match|place|put|set|lay|come|comes|continue|continues|edge|edges|corner|corners|diagonal|diagonals|ruler|pivot|swing|meet|meets|reach|reaches|orthogonal|orthogonals|guide|guides|guideline|guidelines)";
const DENIED =
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
  pattern(
    `(?:from|out of|out from) (?:the |our |your |that |this |left |right |other |same )*(?:${VP}|point|dot|center dot|centre dot)(?: (?:one|two))?(?: [\\w']+){0,4} (?:to|through|out|past|across|along|touching)`,
  ),
  pattern(
    `(?:ruler|edge)(?: [\\w']+){0,8} (?:on|touching|against|through|at|to) (?:the |our |your |that |this |left |right |other |same )*(?:${VP}|point|dot|center dot|centre dot)`,
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
/** "Same thing from the bottom corner", "the lower end likewise": another line like the one just told. */
const LIKEWISE = pattern(
  "(?:same|do the same|same thing|again|also|repeat (?:that|this|it)) (?:thing )?(?:from|at|with|on|for) (?:the |its |this |that |your |our )?(?:[\\w']+ ){0,2}(?:corner|corners|foot|bottom|top|end|ends|edge|mark|marks)|(?:then|and) (?:i|we|you) (?:also )?do (?:the |that |this |both |its )(?:[\\w']+ ){0,2}(?:corners?|foot|bottom|top|ends?|edges?)|(?:so|as|neither) (?:do|does|will) (?:the |both |all |its |your )+(?:[\\w']+ )?(?:corners?|foot|bottom|top|ends?|edges?|marks?)|(?:corner|corners|foot|bottom|top|ends?|edge|edges|marks?) (?:likewise|same thing|the same(?: thing)?|does the same|do the same)(?=$|,)",
);
/** A question, a condition or what would be: no line is drawn. */
const NOT_DRAWN =
  /\b(?:(?:should|do|does|would|could|if|why do|did) (?:i|we|you|it|they|she|he|that)|they'd|it'd|would|wouldn't)(?: (?:just|all|ever|have to|really))*,? $/;
const SAME_SIDE = pattern(
  "(?:same|do (?:that|this|it)|repeat(?: that| it| this)?|again)(?: thing)?(?: \\w+){0,3} (?:on|for|over on|with) (?:the |this |that |your )?(?:other|opposite|left|right|far|second|next)(?: hand)? (?:side|one|corner|edge|box|end|wall)",
);

const ERASE = pattern(
  "(?:(?:to|and|then|now|i'm|i'll|let's|let me|we'll|we're|we can|you can|can|go ahead and|just|i'm going to|going to|gonna) )*(?:erase|erasing|erases|erased|rub(?:bing)?(?: \\w+){0,4}? (?:out|away|off)|clean(?:ing)?(?: it| that| this| them| those| everything)? up|get(?:ting)? rid of|take (?:away|out|off) (?:the|those|these|that|this|your) (?:extra|guide|construction|overlapping|unneeded)(?: \\w+)? ?(?:lines?)?|take (?:away|out|off) (?:the|those|these|your)(?: \\w+){0,2}? (?:lines?|guides?|guidelines?|tails?|helpers?|diagonals?)|out (?:go|goes|come|comes) (?:the|those|these|all|your)(?: \\w+)? (?:lines?|guides?|diagonals?|tails?|helpers?)|clear(?:ing)? away|wip(?:e|ing) (?:out|away))",
);
const LATER =
  /^(?:,? [\w']+){0,8},? (?:later|at the end|after(?:wards?)?|in a (?:minute|bit|moment|second|while)|eventually|when we're (?:done|finished)|when (?:we|you) (?:finish|are done|are finished)|when the|when it|once the|once we're|in the end|next week|next time|at the very end|before we ink|soon)\b/;
const NOT_ERASING =
  /(?:\b(?:don't|do not|no|never|not|without|won't|avoid|instead of|rather than|nothing to|no need to|easy|easier|hard|harder|difficult|easily|able|be|so (?:that )?(?:you|we|i|it|they)(?: can| could|'ll be able to)?(?: \w+)?|in case (?:you|we)(?: need)?(?: to)?|if (?:you|we|i)(?: \w+){0,6}|might|could|may|would|should i|should we|(?:might|could|may) (?:have|need|want)(?: to)?|have(?: \w+){0,2} ready|will|they'll|that we'll|that you'll|which we'll|you'll|you'll be able|we will|we shall|i shall|gets?|getting|it'll|that'll|later|later on|at the end|eventually|when (?:we|you)|once (?:we|you|i)(?:'ve| have)?|after (?:we|you|i)(?:'ve| have)?|before (?:we|you|i)|until (?:we|you|i)|because (?:we'll|we're going to|i'm going to|you'll)|since (?:we'll|we're going to)|only)(?: (?:have|need|want|going|just|even|really|ever|actually|then|lightly|be|been|to|get|go|back|and))*,? )$/;

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
const VP_NAMED = pattern(VP);
const VERBS: readonly (readonly [string, RegExp])[] = [
  ["draw", pattern("draw|draws|drawing|drew|drawn|sketch|rule")],
  ["connect", pattern("connect|connects|connecting|connected|join|joins|joining")],
  ["erase", pattern("erase|erases|erasing|erased|rub out|rubbing out")],
  ["trace", pattern("trace|traces|tracing|traced|go over|outline")],
  ["mark", pattern("mark|marks|marking|marked|tick")],
  ["measure", pattern("measure|measures|measuring|measured")],
  ["extend", pattern("extend|extends|extending|continue the line|carry on the line")],
  ["fold", pattern("fold|folds|folding|folded")],
  ["cut", pattern("cut|cuts|cutting")],
  ["close", pattern("close (?:it|the|off|up|this|that)(?: \\w+)?|closing")],
  ["colour", pattern("colou?r|colou?ring|shade|shading|shaded|paint|painting|fill in")],
  ["ink", pattern("ink|inking|go over (?:it|this|them) (?:in|with) (?:a |your )?(?:pen|marker)")],
];

/** What the kit calls a thing, by the words it goes by. */
const MATERIALS: readonly (readonly [string, RegExp])[] = [
  ["pencil", pattern("(?:\\w+ )?pencils?(?: sharpener)?|2b|hb|4b|6b")],
  ["eraser", pattern("(?:kneaded |white |pink )?erasers?|rubber")],
  ["ruler", pattern("(?:\\w+ )?rulers?|straight ?edges?|t square")],
  [
    "sheet",
    pattern(
      "(?:sheets?|pieces?) of (?:\\w+ )?paper|drawing paper|printer paper|copy paper|sketchbook|(?:white |blank |square )?paper|cardstock|card stock",
    ),
  ],
  ["scissors", pattern("scissors")],
  ["knife", pattern("craft knife|x ?acto(?: knife)?|cutter|box cutter|blade")],
  ["glue", pattern("glue(?: stick)?|paste")],
  ["tape", pattern("(?:masking |painter's |washi )?tape")],
  ["pen", pattern("(?:fineliner|fine liner|waterproof pen|black pen|ink pen|pens?|felt tips?)")],
  ["marker", pattern("(?:permanent |black )?markers?|sharpies?")],
  ["crayon", pattern("crayons?|oil pastels?|wax crayons?")],
  ["paint", pattern("watercolou?rs?|paint ?brush(?:es)?|paints?|water pot")],
  ["coloured pencil", pattern("colou?red pencils?|colou?ring pencils?")],
];
const NEED =
  /\b(?:need|needs|needed|grab|get (?:your|a|some|out)|gather|materials?|supplies|have (?:ready|your|a)|ready|bring (?:your|a)|find (?:a|your|some)|get (?:a|your)|you(?:'ll)? want|take out|pull out|required|equipment|tools?|kit for)\b/;
const NO_NEED = /\b(?:don't need|do not need|no need|won't need|doesn't need|not need|without)\b/;

/** Words without which no line to a point, and none kept straight, is spoken of. */
const POINTED =
  /point|dot|\bvps?\b|\bv p\b|vp\d|vanish|cent(?:er|re)|\b[b-hj-z]\b|(?:to|toward|towards|at|for) a\b/;
const KEPT_STRAIGHT =
  /parallel|perpend|upright|vertical|horizontal|plumb|straight|up and down|level|slid|same (?:angle|slope|slant|direction)/;

/** What is done on the paper, with what, and where, in a sentence. `toPointLately`: a line to a point was spoken of shortly before. */
export function actionsIn(sentence: Sentence, toPointLately: boolean): Heard[] {
  const found: Heard[] = [];
  const { plain } = sentence;
  const add = (kind: Heard["kind"], at: number, end: number, confidence: number, name?: string) =>
    found.push(heard(kind, tokensOver(sentence, at, end), confidence, name === undefined ? {} : { name }));

  const toPoints: { at: number; end: number }[] = [];
  for (const regexp of POINTED.test(plain) ? TO_VP : [])
    for (const f of findAll(sentence, regexp)) {
      const before = plain.slice(0, f.at);
      const said = f.match[0];
      if (NOT_DRAWN.test(before)) continue;
      // "Erase the rest, all the way to the dot": how far is rubbed out, not how far is drawn.
      if (/\b(?:eras|rub)\w*\b/.test(before) && !/\b(?:draw|rule|connect|join)\b/.test(before + said))
        continue;
      if (DENIED.test(before) || /\b(?:don't|doesn't|not|never|isn't)\b/.test(said.slice(0, 60)) === true)
        continue;
      const named = new RegExp(VP).test(said);
      const letter = f.last.text.replace(/[^\w]/g, "");
      // "A" is a point where it is written large; "a" is an article, and "I" is the speaker.
      const lettered = /^[A-HJ-Z]$/.test(letter) || letter === "b";
      if ((/ [a-z]$/.test(said) && !lettered) || / to a (?:point|dot)$/.test(said)) continue;
      // "I'm going to make a little dot": the dot is made, no line goes to it.
      if (/ to (?:make|put|draw|place|add|find|have|get|need|see|start|use|move)\b/.test(said)) continue;
      if (
        /^(?:draw|put|place|set|lay|all|up)\b(?: [\w']+){0,3} (?:and|on|at) /.test(said) &&
        !/ruler|edge/.test(said)
      )
        continue;
      if (
        !named &&
        !lettered &&
        /\b(?:to|at) (?:the |that |this |your )*(?:middle|[ab]|center|centre)$/.test(said) &&
        !/\b(?:corner|corners|line|lines|edge|diagonal|marks?|ticks?|it|them)\b/.test(said)
      )
        continue;
      if (toPoints.some((p) => f.at < p.end && p.at < f.end)) continue;
      toPoints.push({ at: f.at, end: f.end });
      add("to-vp", f.at, f.end, named ? 0.92 : 0.75);
    }
  if (toPoints.length > 0 || toPointLately)
    for (const f of [...findAll(sentence, SAME_SIDE), ...findAll(sentence, LIKEWISE)]) {
      if (DENIED.test(plain.slice(0, f.at)) || toPoints.some((p) => f.at < p.end && p.at < f.end)) continue;
      add("to-vp", f.at, f.end, 0.7, "other side");
      break;
    }

  for (const f of /eras|rub|clean|rid of|take (?:away|out|off)|clear|wip|\bout (?:go|come)/.test(plain)
    ? findAll(sentence, ERASE)
    : []) {
    const before = plain.slice(0, f.at);
    const whole = plain.slice(0, f.end);
    const after = plain.slice(f.end);
    // "… so that you can erase it": what may be done is not done now.
    if (
      /^(?:you can|we can|can|to)\b/.test(f.match[0]) &&
      /\b(?:so that|so|in case|if|when|once|which|that|until|before|after|because),? $/.test(before)
    )
      continue;
    if (NOT_ERASING.test(before) || LATER.test(after)) continue;
    // "When you've got everything erased": what is done is no order.
    if (/\berased$/.test(f.match[0]) && !/\b(?:i|i've|we|we've|just)(?: just)? $/.test(before)) continue;
    // "Something to erase with" is a thing to have.
    if (/^ with\b/.test(after)) continue;
    if (
      /\b(?:we'll|we will|you'll|i'll) (?:be )?(?:able to )?(?:just )?(?:erase|rub|get)/.test(whole) &&
      /\b(?:later|end|after)\b/.test(plain)
    )
      continue;
    add("erase", f.at, f.end, 0.9);
  }

  for (const f of KEPT_STRAIGHT.test(plain) ? findAll(sentence, PARALLEL) : []) {
    if (NOT_PARALLEL.test(plain.slice(0, f.at))) continue;
    if (/level$/.test(f.match[0]) && NO_LINE_AFTER.test(plain.slice(f.end))) continue;
    // A warning names what must not be: "a lot of people draw it level, but don't".
    if (
      /^(?:,? [\w']+){0,9},? (?:but )?(?:don't|do not|that's wrong|which is wrong)/.test(plain.slice(f.end))
    )
      continue;
    const bare = /^(?:level|upright)$/.test(f.match[0]);
    if (
      bare &&
      !KEPT.test(plain.slice(0, f.at)) &&
      !/^,? (?:lines?|edges?|too|as well|$)/.test(plain.slice(f.end))
    )
      continue;
    if (/^up and down$/.test(f.match[0]) && !/\b(?:line|lines|edge|straight|side|sides|stays?)\b/.test(plain))
      continue;
    add("parallel", f.at, f.end, 0.85);
  }

  for (const f of findAll(sentence, SIDES)) {
    const side =
      /upper left|upper right|lower left|lower right|left|right|top|bottom|other|opposite|near|far|front|back/.exec(
        f.match[0],
      );
    if (side) add("side", f.at, f.end, 0.8, side[0]);
  }
  for (const f of findAll(sentence, VP_NAMED)) add("vanishing-point", f.at, f.end, 0.9, f.match[0]);
  for (const [name, regexp] of VERBS)
    for (const f of findAll(sentence, regexp)) add("verb", f.at, f.end, 0.8, name);

  const things = MATERIALS.flatMap(([name, regexp]) => findAll(sentence, regexp).map((f) => ({ name, f })));
  for (const { name, f } of things) add("material", f.at, f.end, 0.8, name);
  if (!NO_NEED.test(plain)) {
    const listed =
      /\b(?:materials|supplies|(?:what|everything) you(?:'ll| will)? need|here's what you need)\b/.test(
        plain,
      );
    // "Paper, pencil, ruler, eraser.": a list and nothing else; "paint needs an hour" is a wait.
    const onlyThings =
      new Set(things.map((t) => t.name)).size >= 3 && plain.split(" ").length <= things.length * 2 + 2;
    const dries = /\b(?:paint|ink|glue|marker|it) (?:needs?|takes?|wants?)\b/.test(plain);
    if (
      listed ||
      onlyThings ||
      (things.length > 0 &&
        NEED.test(plain) &&
        !dries &&
        !/\bif you (?:need|have|don't have|haven't)\b/.test(plain))
    )
      add("materials", 0, plain.length, things.length > 1 || listed ? 0.9 : 0.75);
  }
  return found;
}
