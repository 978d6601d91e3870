import { type ActionRule, DENIED, KIT, LINE_TO_A_POINT, OTHER_ACTIONS, type Veto } from "./action-rules.ts";
import { type Heard, heard } from "./heard.ts";
import { tokensOver } from "./orders.ts";
import { findAll, type PhraseMatch, pattern, type Sentence } from "./stream.ts";

/** "Same thing from the bottom corner", "the lower end likewise": another line like the one just told. */
const LIKEWISE = pattern(
  "(?:same|do the same|same thing|again|also|repeat (?:that|this|it)) (?:thing )?(?:from|at|with|on|for) (?:the |its |this |that |your |our )?(?:[\\w']+ ){0,2}(?:corner|corners|foot|bottom|top|end|ends|edge|mark|marks)|(?:then|and) (?:i|we|you) (?:also )?do (?:the |that |this |both |its )(?:[\\w']+ ){0,2}(?:corners?|foot|bottom|top|ends?|edges?)|(?:so|as|neither) (?:do|does|will) (?:the |both |all |its |your )+(?:[\\w']+ )?(?:corners?|foot|bottom|top|ends?|edges?|marks?)|(?:corner|corners|foot|bottom|top|ends?|edge|edges|marks?) (?:likewise|same thing|the same(?: thing)?|does the same|do the same)(?=$|,)",
);
const SAME_SIDE = pattern(
  "(?:same|do (?:that|this|it)|repeat(?: that| it| this)?|again)(?: thing)?(?: \\w+){0,3} (?:on|for|over on|with) (?:the |this |that |your )?(?:other|opposite|left|right|far|second|next)(?: hand)? (?:side|one|corner|edge|box|end|wall)",
);

/** A line whose aim goes without saying, while lines are drawn to points: "it goes to the left one", "and then this one". */
const IMPLIED = pattern(
  "(?:goes?|going|runs?|running|takes?|sends?|again|(?:the|those|these) (?:other |top |bottom |last |next )?(?:one|two|ones|three))(?: (?:also|over|back|out|all|the way|up|down))* to the (?:left|right|other)(?: one| ones| side)?(?! (?:of|edge|corner|hand|wall|end|box|and))",
);
const POINTED_AT = pattern(
  "(?:(?:and|then|also|again|so) )+(?:from )?(?:this|that) (?:one|corner|end|mark|tick)(?: (?:here|too|as well))?(?=$|,| (?:and|then|too|also)\\b)",
);

const NEED =
  /\b(?:need|needs|needed|grab|get (?:your|a|some|out)|gather|materials?|supplies|have (?:ready|your|a)|ready|bring (?:your|a)|find (?:a|your|some)|get (?:a|your)|you(?:'ll)? want|take out|pull out|required|equipment|tools?|kit for)\b/;
const NO_NEED = /\b(?:don't need|do not need|no need|won't need|doesn't need|not need|without)\b/;

/** What is done on the paper, with what, and where, in a sentence. `toPointLately`: a line to a point was spoken of shortly before. */
export function actionsIn(sentence: Sentence, toPointLately: boolean): Heard[] {
  const toPoints = matchesOf(LINE_TO_A_POINT, sentence);
  const running = toPoints.length > 0 || toPointLately;
  return [
    ...toPoints.map((f) => heardBy(LINE_TO_A_POINT, f, sentence)),
    ...(running ? [...likewiseIn(sentence, toPoints), ...impliedIn(sentence, toPoints)] : []),
    ...OTHER_ACTIONS.flatMap((rule) => matchesOf(rule, sentence).map((f) => heardBy(rule, f, sentence))),
    ...kitIn(sentence),
  ];
}

/** Where a rule's words are found and nothing speaks against them. */
function matchesOf(rule: ActionRule, sentence: Sentence): PhraseMatch[] {
  if (rule.needs && !rule.needs.test(sentence.plain)) return [];
  const kept: PhraseMatch[] = [];
  for (const words of rule.patterns)
    for (const found of findAll(sentence, words)) {
      if (rule.unless.some((veto) => speaksAgainst(veto, found, sentence))) continue;
      if (!rule.apart || !kept.some((k) => overlap(k, found))) kept.push(found);
    }
  return kept;
}

function speaksAgainst({ but, ...when }: Veto, found: PhraseMatch, { plain }: Sentence): boolean {
  const part: Readonly<Record<keyof typeof when, string>> = {
    before: plain.slice(0, found.at),
    said: found.match[0],
    lastWord: found.last.text.replace(/[^\w]/g, ""),
    upTo: plain.slice(0, found.end),
    after: plain.slice(found.end),
    sentence: plain,
  };
  const says = (surroundings: Omit<Veto, "but">) =>
    Object.entries(surroundings).map(([name, words]: [string, RegExp]) =>
      words.test(part[name as keyof typeof part]),
    );
  return says(when).every(Boolean) && !(but && says(but).some(Boolean));
}

function heardBy(
  { kind, confidence, surer, name }: ActionRule,
  found: PhraseMatch,
  sentence: Sentence,
): Heard {
  const said = found.match[0];
  const called = typeof name === "string" ? name : name?.exec(said)?.[0];
  return heard(
    kind,
    tokensOver(sentence, found.at, found.end),
    surer?.said.test(said) ? surer.confidence : confidence,
    called === undefined ? {} : { name: called },
  );
}

/** Another line like the one just told: the first such words of a sentence. */
function likewiseIn(sentence: Sentence, toPoints: readonly PhraseMatch[]): Heard[] {
  const found = [...findAll(sentence, SAME_SIDE), ...findAll(sentence, LIKEWISE)].find(
    (f) => !DENIED.test(sentence.plain.slice(0, f.at)) && !toPoints.some((p) => overlap(p, f)),
  );
  return found
    ? [heard("to-vp", tokensOver(sentence, found.at, found.end), 0.7, { name: "other side" })]
    : [];
}

/** Lines whose aim is implied by the lines told before them. */
function impliedIn(sentence: Sentence, toPoints: readonly PhraseMatch[]): Heard[] {
  const after = toPoints[0]?.at ?? Number.POSITIVE_INFINITY;
  const found = [
    ...findAll(sentence, IMPLIED),
    // "This one" alone says it only right after a line to the point.
    ...findAll(sentence, POINTED_AT).filter((f) => f.at > after),
  ];
  return found
    .filter(
      (f) =>
        !DENIED.test(sentence.plain.slice(0, f.at)) &&
        !toPoints.some((p) => overlap(p, f)) &&
        !LENGTH_BEFORE.test(sentence.plain.slice(0, f.at)),
    )
    .map((f) => heard("to-vp", tokensOver(sentence, f.at, f.end), 0.6, { name: "implied" }));
}
/** "Two inches to the left": a way, not an aim. */
const LENGTH_BEFORE =
  /\b(?:inch(?:es)?|cm|mm|centimet(?:er|re)s?|millimet(?:er|re)s?|little|bit|half|over|mark|slide|move)(?: \w+)?,? $/;

function overlap(a: PhraseMatch, b: PhraseMatch): boolean {
  return b.at < a.end && a.at < b.end;
}

/** Things of the kit that are named, and whether the sentence says what is needed. */
function kitIn(sentence: Sentence): Heard[] {
  const { plain } = sentence;
  const things = KIT.flatMap(({ name, pattern: said }) => findAll(sentence, said).map((f) => ({ name, f })));
  const named = things.map(({ name, f }) =>
    heard("material", tokensOver(sentence, f.at, f.end), 0.8, { name }),
  );
  if (NO_NEED.test(plain)) return named;
  const many = new Set(things.map((t) => t.name)).size;
  const listed = many > 0 && LISTED.test(plain);
  // "Paper, pencil, ruler, eraser.": a list and nothing else; "paint needs an hour" is a wait.
  const onlyThings = many >= 3 && plain.split(" ").length <= things.length * 2 + 2;
  const needed =
    many > 0 &&
    NEED.test(plain) &&
    !DRIES.test(plain) &&
    !IF_NEEDED.test(plain) &&
    (many > 1 || !AT_WORK.test(plain));
  if (!listed && !onlyThings && !needed) return named;
  const sure = things.length > 1 || listed ? 0.9 : 0.75;
  return [...named, heard("materials", tokensOver(sentence, 0, plain.length), sure)];
}
const LISTED = /\b(?:materials|supplies|(?:what|everything) you(?:'ll| will)? need|here's what you need)\b/;
/** With one thing and a doing, the thing is taken up in the middle of the work: "grab your ruler and line it up". */
const AT_WORK =
  /\b(?:(?:and|then|to|i|we|you|we're going to|i'm going to|so) (?:just |can |will |'ll |then )?(?:draw|connect|line|join|mark|measure|put|lay|place|set|hold|use|go|make|trace|erase|rub|check|slide|start|take|turn|do|find|see|keep|push|press|match|tilt)|i have|i've got|goes on|as far as|as much as|if i|if we)\b/;
const DRIES = /\b(?:paint|ink|glue|marker|it) (?:needs?|takes?|wants?)\b/;
const IF_NEEDED = /\bif you (?:need|have|don't have|haven't)\b/;
