import { SAID_AS } from "../../ground/lexicon/index.ts";
import type { Step } from "../../telling/steps/index.ts";
import type { Act } from "../../telling/told/index.ts";
import { type Doing, type SaidSide, type SaidWay, sidesIn, type Terms } from "./said.ts";
import { contentStems, stemOf } from "./stems.ts";

/** What speech is expected to hold while one action of a step is told. */
export interface ExpectedAction extends Terms {
  /** Letters of places its sentences name. */
  readonly names: ReadonlySet<string>;
  /** How many lines or marks it has. */
  readonly count: number;
  /** It goes to a vanishing point. */
  readonly toPoint: boolean;
}

/** What of a step tells how it would be spoken of. */
export type TellableStep = Pick<Step, "id" | "objectId" | "title" | "task" | "instruction" | "acts">;

export interface ExpectedStep {
  readonly actions: readonly ExpectedAction[];
  /** Stems of the thing's own name. */
  readonly thing: ReadonlySet<string>;
  /** Stems of what is done to it, and what else those are called. */
  readonly phase: ReadonlySet<string>;
  readonly phaseSaidAs: ReadonlySet<string>;
  /** Sides its name or title tells of: "left bench", "high crate". */
  readonly sides: ReadonlySet<SaidSide>;
  /** Letters that are drawn in it: the L of a word. */
  readonly letters: ReadonlySet<string>;
  readonly lengths: readonly number[];
  /** Which of the things it is, from 1; 0 for the sheet. */
  readonly nth: number;
  /** Which of a row of like things is drawn in it: the second arch, the third post; 0 where it is none of them. */
  readonly nthInRow: number;
  /** The same was done to another thing before. */
  readonly isRepeat: boolean;
  readonly firstOfThing: boolean;
  /** It goes on with what the step before began. */
  readonly laterPart: boolean;
  readonly doings: ReadonlySet<Doing>;
  readonly toPoint: boolean;
}

/** What each step is expected to be told with: read from its told actions, its title and the trade's other words for them. */
export function expectedOf(steps: readonly TellableStep[]): ExpectedStep[] {
  const things: string[] = [];
  const seen = new Set<string>();
  const done = new Set<string>();
  return steps.map((step) => {
    const [thing, phase] = namesOf(step);
    const own = step.task === null && thing !== "";
    if (own && !things.includes(step.objectId)) things.push(step.objectId);
    const actions = step.acts.map(({ told, sentences }) => actionOf(told.act, sentences));
    const told = actions.length > 0 ? actions : [actionOfTask(step)];
    const firstOfThing = !seen.has(step.objectId);
    seen.add(step.objectId);
    const isRepeat = done.has(phase);
    done.add(phase);
    const phaseStems = contentStems(phase);
    return {
      actions: told,
      thing: new Set(contentStems(thing)),
      phase: new Set(phaseStems),
      phaseSaidAs: new Set(saidAs(`${phase} ${step.id.split("/")[1]?.split("~")[0] ?? ""}`)),
      sides: sidesIn(step.title.toLowerCase()),
      letters: new Set(
        [...step.title.matchAll(/\b(?:the|cut the) ([A-Z])\b/g)].map((m) => (m[1] ?? "").toLowerCase()),
      ),
      lengths: told.flatMap((a) => a.lengths),
      nth: own ? things.indexOf(step.objectId) + 1 : 0,
      nthInRow: Number(IN_ROW.exec(step.id)?.[1] ?? 0),
      isRepeat,
      firstOfThing,
      laterPart: step.id.includes("~"),
      doings: new Set(told.flatMap((a) => [...a.doings])),
      toPoint: told.some((a) => a.toPoint),
    };
  });
}

/** A row's things are numbered in the names of its phases and moves. */
const IN_ROW =
  /[/~](?:\w+-)*?(?:arch|post|bar|joint|row|rail|tree|trunk|dash|foot|side|base|strip|wall|house|box|line)-(\d+)/;

/** "Low crate: the front, part 2" in the thing's name and what is done to it. */
function namesOf(step: TellableStep): readonly [thing: string, phase: string] {
  const colon = step.title.indexOf(": ");
  const phase = (colon < 0 ? step.title : step.title.slice(colon + 2)).replace(/,? part \d+$/, "");
  return [colon < 0 ? "" : step.title.slice(0, colon), phase];
}

function saidAs(phase: string): string[] {
  const words = phase.toLowerCase().split(/[^a-z]+/);
  return words
    .flatMap((w) => (SAID_AS[w] ?? SAID_AS[`${w}s`] ?? SAID_AS[w.replace(/s$/, "")] ?? "").split(" "))
    .filter(Boolean)
    .map(stemOf);
}

function actionOfTask(step: TellableStep): ExpectedAction {
  const text = [...step.instruction, step.title].join(" ").toLowerCase();
  return {
    stems: new Set(contentStems(text)),
    doings: new Set<Doing>([
      ...(/colou?r|shade|paint/.test(text) ? (["shade"] as const) : []),
      ...(/check|does it/.test(text) ? (["check"] as const) : []),
    ]),
    ways: new Set(),
    sides: new Set(),
    lengths: [],
    names: new Set(),
    count: 0,
    toPoint: false,
  };
}

const DOING_OF: Readonly<Record<Act["do"], readonly Doing[]>> = {
  mark: ["mark"],
  rule: ["draw"],
  template: ["trace"],
  inset: ["mark", "join"],
  slide: ["draw"],
  curve: ["curve", "draw"],
  fill: ["shade"],
  freehand: ["draw", "curve"],
  "go-over": ["go-over"],
  erase: ["erase"],
  fold: ["fold"],
  turn: ["turn"],
  circle: ["mark"],
  repeat: ["draw"],
  leave: [],
};

function actionOf(act: Act, sentences: readonly string[]): ExpectedAction {
  const found = { ways: new Set<SaidWay>(), lengths: new Set<number>(), plains: new Set<string>() };
  visit(act, found);
  const text = sentences.join(" ").toLowerCase();
  const toPoint =
    act.do === "rule" &&
    act.lines.some(
      ({ toward, from }) =>
        (toward.k === "point" && isPoint(toward.at)) ||
        (toward.k === "away" && isPoint(toward.from)) ||
        isPoint(from) ||
        toward.k === "edge-mark",
    );
  const doings = new Set<Doing>(DOING_OF[act.do]);
  if (act.do === "rule" && act.lines.some((l) => l.toward.k === "point" && l.end.k === "at"))
    doings.add("join");
  if (/\btape\b/.test(text)) doings.add("tape");
  if (act.do === "template" && act.cut) doings.add("mark");
  const count =
    act.do === "rule" || act.do === "go-over"
      ? act.lines.length
      : act.do === "mark"
        ? act.at.length
        : act.do === "repeat" || act.do === "freehand"
          ? act.count
          : 0;
  return {
    stems: new Set(contentStems(text)),
    doings,
    ways: found.ways,
    sides: sidesIn(text),
    lengths: [...found.lengths],
    names: new Set(
      [...sentences.join(" ").matchAll(/\b([A-HJ-NP-Z])\d?\b/g)].map((m) => (m[1] ?? "").toLowerCase()),
    ),
    count,
    toPoint,
  };
}

function isPoint(name: { readonly k: string; readonly is?: string }): boolean {
  return name.k === "plain" && (name.is ?? "").includes("vanishing point");
}

const WAY: Readonly<Record<string, SaidWay>> = { up: "up", down: "down", left: "across", right: "across" };

/** Ways and readings wherever they stand in an act. */
function visit(part: unknown, found: { ways: Set<SaidWay>; lengths: Set<number> }): void {
  if (typeof part !== "object" || part === null) return;
  if (Array.isArray(part)) {
    for (const one of part) visit(one, found);
    return;
  }
  const fields = part as Readonly<Record<string, unknown>>;
  if (fields.k === "way" && typeof fields.way === "string") {
    const way = WAY[fields.way];
    if (way) found.ways.add(way);
  }
  if (typeof fields.exactMm === "number") found.lengths.add(fields.exactMm);
  for (const value of Object.values(fields)) visit(value, found);
}
