import type { Clause } from "./clauses.ts";
import type { ExpectedAction, ExpectedStep } from "./expected.ts";
import type { Said } from "./said.ts";

/** What speaks for a clause being said while an action is told; each is a number from 0, most are 0 or 1. */
const WITHIN = [
  "told",
  "phase",
  "title",
  "saidAs",
  "thing",
  "doing",
  "ownDoing",
  "otherDoing",
  "toPoint",
  "noPoint",
  "way",
  "otherWay",
  "side",
  "otherSide",
  "length",
  "ownLength",
  "otherLength",
  "count",
  "letter",
  "otherLetter",
  "named",
  "nth",
  "otherNth",
  "rowNth",
  "otherRowNth",
  "elsewhere",
  "words",
] as const;
/** What speaks for a clause leading up to a step: it is announced, but nothing is done yet. */
const LEADING = [
  "lead",
  "leadThing",
  "leadPhase",
  "leadSide",
  "leadNth",
  "leadElsewhere",
  "leadUnknown",
] as const;
/** What speaks for a clause being said beside the drawing. */
const BESIDE = ["beside", "elsewhereBeside", "orderBeside", "unknownWords"] as const;
/** What speaks for a step beginning with a clause. */
const BEGINS = [
  "begins",
  "opener",
  "nextWord",
  "sentence",
  "silence",
  "longSilence",
  "afterOrder",
  "isOrder",
  "isElsewhere",
  "pointsBack",
  "asks",
  "beginsThing",
  "beginsLaterPart",
  "openerOfThing",
  "firstAction",
  "again",
  "againNew",
  "leadFirst",
] as const;
/** What it costs to go from one thing to another, or to say nothing of a step. */
const PASSES = [
  "unsaid",
  "unsaidPart",
  "unsaidThing",
  "onward",
  "pastAction",
  "aside",
  "asideAfterOrder",
  "resumed",
  "resumedAfterOrder",
  "onlyLedUpTo",
] as const;

export const FEATURES = [...WITHIN, ...LEADING, ...BESIDE, ...BEGINS, ...PASSES] as const;
export type Feature = (typeof FEATURES)[number];
export type Weights = Readonly<Record<Feature, number>>;

/** Takes a piece of evidence, and how much there is of it. */
export type Put = (feature: Feature, amount: number) => void;

/** How rare words are among the steps of a lesson: what every step is told with tells none from another (K. Spärck Jones, 1972, from memory). */
export interface Rarity {
  readonly ofStem: (stem: string) => number;
  /** Among what is done in the steps, by their titles. */
  readonly ofPhase: (stem: string) => number;
  readonly ofThing: (stem: string) => number;
  /** Stems that some step is told with. */
  readonly known: ReadonlySet<string>;
}

/** What is rare among the words a lesson's steps are told with: 0 for what all have, about 1 for what one has. */
export function rarityIn(steps: readonly ExpectedStep[]): Rarity {
  const inSteps = new Map<string, number>();
  const inPhases = new Map<string, number>();
  const inThings = new Map<string, Set<string>>();
  for (const step of steps) {
    const own = new Set([
      ...step.thing,
      ...step.phase,
      ...step.phaseSaidAs,
      ...step.actions.flatMap((a) => [...a.stems]),
    ]);
    for (const stem of own) inSteps.set(stem, (inSteps.get(stem) ?? 0) + 1);
    for (const stem of step.phase) inPhases.set(stem, (inPhases.get(stem) ?? 0) + 1);
    for (const stem of step.thing)
      inThings.set(stem, (inThings.get(stem) ?? new Set()).add(String(step.nth)));
  }
  const things = new Set(steps.map((s) => s.nth)).size;
  const rare = (all: number, some: number) =>
    Math.max(0, Math.log((all + 1) / (some + 0.5)) / Math.log(all + 1));
  return {
    ofStem: (stem) => rare(steps.length, inSteps.get(stem) ?? 0),
    ofPhase: (stem) => rare(steps.length, inPhases.get(stem) ?? 0),
    ofThing: (stem) => rare(things, inThings.get(stem)?.size ?? 0),
    known: new Set(inSteps.keys()),
  };
}

const SAME_MM = 0.8;
const isNear = (a: number, b: number) => Math.abs(a - b) < Math.max(SAME_MM, a * 0.02);

const DECISIVE: ReadonlySet<string> = new Set(["erase", "fold", "turn", "curve", "shade", "trace", "tape"]);

/** What one word of a clause says for action `a` of the step being told; for -1, for what leads up to it. */
export function wordEvidence(stem: string, step: ExpectedStep, a: number, rarity: Rarity, put: Put): void {
  const titled = step.phase.has(stem);
  const called = !titled && step.phaseSaidAs.has(stem);
  const named = step.thing.has(stem);
  if (a < 0) {
    if (titled) put("leadPhase", rarity.ofStem(stem));
    if (called) put("leadPhase", rarity.ofStem(stem) * 0.5);
    if (named) put("leadThing", rarity.ofThing(stem));
    return;
  }
  if (titled) {
    put("phase", rarity.ofStem(stem));
    put("title", rarity.ofPhase(stem));
  } else if (called) put("saidAs", rarity.ofStem(stem));
  if (named) put("thing", rarity.ofThing(stem));
  if (!titled && step.actions[a]?.stems.has(stem)) put("told", rarity.ofStem(stem));
}

/** What it says that so much is said, for any action; or in leading up to a step, that so much of it no step knows. */
export function talkEvidence(said: Said, leading: boolean, rarity: Rarity, put: Put): void {
  if (leading) put("leadUnknown", unknownIn(said, rarity));
  else put("words", said.stems.size / 4);
}

/** One sign of a clause, such as a length or its sides; signs of one key say the same wherever they are met. */
export interface SignPart {
  readonly key: string;
  /** What it says for action `a` of the step; for -1, for what leads up to it. */
  readonly says: (step: ExpectedStep, a: number, put: Put) => void;
}

const ANY_CLAUSE: SignPart = {
  key: "any",
  says: (_step, a, put) => {
    if (a < 0) put("lead", 1);
  },
};

/** The signs of a clause beside its words. What a whole clause says is the sum of what they say. */
export function signPartsOf(said: Said): SignPart[] {
  const parts: SignPart[] = [ANY_CLAUSE];
  const told = (key: string, says: (step: ExpectedStep, action: ExpectedAction, put: Put) => void) =>
    parts.push({
      key,
      says: (step, a, put) => {
        const action = step.actions[a];
        if (action) says(step, action, put);
      },
    });
  for (const letter of said.letters)
    told(`letter ${letter}`, (step, action, put) => {
      if (step.letters.has(letter)) put("letter", 1);
      else if (step.letters.size > 0) put("otherLetter", 1);
      else if (action.names.has(letter)) put("named", 1);
    });
  for (const doing of said.doings)
    told(doing, (step, action, put) => {
      if (action.doings.has(doing)) put("doing", DECISIVE.has(doing) ? 2 : 1);
      else if (step.doings.has(doing)) put("ownDoing", 1);
      else if (DECISIVE.has(doing)) put("otherDoing", 1);
    });
  if (said.kinds.has("to-vp"))
    told("to a point", (step, action, put) =>
      put(action.toPoint ? "toPoint" : "noPoint", step.toPoint && !action.toPoint ? 0.4 : 1),
    );
  if (said.ways.size > 0)
    told(`ways ${[...said.ways]}`, (_step, action, put) => {
      const same = shared(said.ways, action.ways);
      if (same > 0) put("way", same);
      else if (action.ways.size > 0) put("otherWay", 1);
    });
  for (const mm of said.lengths)
    told(`${mm} mm`, (step, action, put) => {
      if (action.lengths.some((l) => isNear(l, mm))) put("length", 1);
      else if (step.lengths.some((l) => isNear(l, mm))) put("ownLength", 1);
      else put("otherLength", 1);
    });
  for (const n of said.counts)
    told(`${n} of them`, (_step, action, put) => {
      if (n === action.count) put("count", 1);
    });
  if (said.sides.size > 0)
    parts.push({
      key: `sides ${[...said.sides]}`,
      says: (step, a, put) => {
        const own = shared(said.sides, step.sides);
        if (a < 0) return put("leadSide", own);
        const action = step.actions[a];
        if (!action) return;
        const same = shared(said.sides, action.sides);
        if (own + same > 0) put("side", own * 1.5 + same * 0.5);
        else if (action.sides.size > 0 || step.sides.size > 0) put("otherSide", 1);
      },
    });
  if (said.nth > 1)
    parts.push({
      key: `number ${said.nth}`,
      says: (step, a, put) => {
        if (a < 0) {
          if (step.nth > 0) put("leadNth", said.nth === step.nth ? 1 : -1);
          return;
        }
        if (step.nth > 0) put(said.nth === step.nth ? "nth" : "otherNth", 1);
        if (step.nthInRow > 0) put(said.nth === step.nthInRow ? "rowNth" : "otherRowNth", 1);
      },
    });
  if (said.elsewhere)
    parts.push({ key: "elsewhere", says: (_step, a, put) => put(a < 0 ? "leadElsewhere" : "elsewhere", 1) });
  return parts;
}

function shared<T>(some: ReadonlySet<T>, others: ReadonlySet<T>): number {
  let count = 0;
  for (const one of some) if (others.has(one)) count++;
  return count;
}

function unknownIn(said: Said, rarity: Rarity): number {
  let unknown = 0;
  for (const stem of said.stems) if (!rarity.known.has(stem)) unknown++;
  return unknown / 3;
}

/** What speaks for this clause being said beside the drawing. */
export function besideEvidence(said: Said, rarity: Rarity, put: Put): void {
  put("beside", 1);
  if (said.elsewhere) put("elsewhereBeside", 1);
  if (said.kinds.has("act-now")) put("orderBeside", 1);
  put("unknownWords", unknownIn(said, rarity));
}

const OPENER = /^(?:okay|ok|so|now|then|alright|all right|right|good|great|well|and then|and now|and)\b/;
const AGAIN = /\b(?:again|same|another|next one|one more|once more|likewise|other one|more of)\b/;
const NEXT = /\b(?:next|now|then|first|last|finally|another|second|third|fourth|start|begin)\b/;
const ASKS =
  /^(?:(?:okay|so|now|and|alright|right|but) )*(?:which|where|where's|how|what|what's|do|does|can|are)\b/;
const POINTS_BACK =
  /^(?:and )?(?:that's|it's|see|because|if|which|like|just|really|nice|super|you can|you don't|don't|not|but)\b/;

/** What speaks for a step beginning with clause `j`, whichever it is. */
export function beginEvidence(clauses: readonly Clause[], said: readonly Said[], j: number, put: Put): void {
  const clause = clauses[j];
  const here = said[j];
  if (!clause || !here) return;
  put("begins", 1);
  if (OPENER.test(clause.plain)) put("opener", 1);
  if (NEXT.test(clause.plain)) put("nextWord", 1);
  if (clause.opensSentence) put("sentence", 1);
  put("silence", Math.min(1, clause.silentMs / 1000));
  put("longSilence", Math.min(1, Math.max(0, clause.silentMs - 1500) / 4000));
  if (said.slice(Math.max(0, j - LATELY), j).some((s) => s.kinds.has("act-now"))) put("afterOrder", 1);
  if (here.kinds.has("act-now")) put("isOrder", 1);
  if (here.elsewhere) put("isElsewhere", 1);
  if (POINTS_BACK.test(clause.plain)) put("pointsBack", 1);
  if (ASKS.test(clause.plain)) put("asks", 1);
}
/** An order so many clauses back still ends what came before. */
const LATELY = 3;

/** How a clause opens: with a word that opens a thought, and whether it says that something comes once more. */
export interface Opening {
  readonly opens: boolean;
  readonly again: boolean;
}
export const OPENINGS: readonly Opening[] = [
  { opens: false, again: false },
  { opens: true, again: false },
  { opens: false, again: true },
  { opens: true, again: true },
];

/** Which of the openings a clause has. */
export function openingOf(clause: Clause | undefined): number {
  if (!clause) return 0;
  return (OPENER.test(clause.plain) ? 1 : 0) + (AGAIN.test(clause.plain) ? 2 : 0);
}

/** What speaks for this very step beginning at its action `a` (-1: with what leads up to it), where the clause opens so. */
export function beginOfEvidence(step: ExpectedStep, a: number, { opens, again }: Opening, put: Put): void {
  if (again) put(step.isRepeat ? "again" : "againNew", 1);
  if (step.firstOfThing) {
    put("beginsThing", 1);
    if (opens) put("openerOfThing", 1);
  }
  if (step.laterPart) put("beginsLaterPart", 1);
  if (a === 0) put("firstAction", 1);
  if (a > 0) put("pastAction", a);
  if (a < 0) put("leadFirst", 1);
}

/** What speaks for a step never being told. */
export function unsaidEvidence(step: ExpectedStep, put: Put): void {
  put("unsaid", 1);
  if (step.laterPart) put("unsaidPart", 1);
  if (step.firstOfThing) put("unsaidThing", 1);
}
