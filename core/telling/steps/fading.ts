import { listOf } from "../../ground/base/index.ts";
import type { Act, Told } from "../told/index.ts";
import { sayName } from "../told/index.ts";
import { type SaidAct, sizeOfAct, sliceOfAct } from "./pack-acts.ts";

/** How much help a step gets: told with its reason, told, asked, short, alone. */
const STAGES = ["reason", "told", "asked", "short", "alone"] as const;
export type Stage = (typeof STAGES)[number];

/** What help has been given so far, by what was done; grows while a lesson is told. */
export interface HelpGiven {
  /** By what is the same in every way, the stage it had last. */
  readonly same: Map<string, Stage>;
  /** By construction and phase, the furthest stage reached. */
  readonly known: Map<string, Stage>;
}

/**
 * The stage of help for a phase of a thing. What is the very same as before gets one stage less each time; other corners,
 * faces or points of a known construction go back one stage; only what has never been drawn starts at the first.
 */
export function stageFor(help: HelpGiven, phase: string, sameness: string): Stage {
  const [before, reached] = [help.same.get(sameness), help.known.get(phase)];
  const last = STAGES.length - 1;
  const at = (stage: Stage) => STAGES.indexOf(stage);
  const stage =
    before !== undefined
      ? Math.min(last, at(before) + 1)
      : reached === undefined
        ? 0
        : Math.max(1, at(reached) - 1);
  const given = STAGES[stage] ?? "reason";
  help.same.set(sameness, given);
  if (reached === undefined || stage > at(reached)) help.known.set(phase, given);
  return given;
}

/**
 * What of a step makes it the same as another: what is done, between which corners, aimed how; not by how much, nor with
 * which letters. A mirror image is the same.
 */
export function samenessOf(told: readonly Told[]): string {
  const plain = told.flatMap(lineByLine).map(likeness).join("; ");
  const mirrored = plain.replace(/\b(left|right)\b/g, (side) => (side === "left" ? "right" : "left"));
  return plain < mirrored ? plain : mirrored;
}

/** Lines told in one go or one by one, as what stands in the way has it, are the same lines. */
function lineByLine(told: Told): Pick<Told, "act" | "bearers">[] {
  const { bearers } = told;
  const act = (i: number) => sliceOfAct(told, i, i + 1) ?? told.act;
  return Array.from({ length: sizeOfAct(told) }, (_, i) => ({
    act: act(i),
    ...(bearers ? { bearers } : {}),
  }));
}

function likeness({ act, bearers = [] }: Pick<Told, "act" | "bearers">): string {
  const corners = new Map(bearers.map(([name, id]) => [name, id.slice(id.indexOf("/") + 1)]));
  return JSON.stringify(act, (key, value) => {
    // Neither by how much nor what stands in the way makes it another thing to do.
    if (key === "marks" || key === "exactMm" || key === "about" || key === "over" || key === "below")
      return undefined;
    if (typeof value !== "object" || value === null) return value;
    if (value.k === "letter") return corners.get(`${value.letter}${value.nth ?? ""}`) ?? "place";
    return value.do === "erase" ? { do: "erase", what: value.what } : value;
  });
}

/** The words of a step at a stage, act by act, and what is answered where it asks. */
export interface FadedWords {
  readonly actions: readonly string[];
  readonly answers: readonly string[];
  /** By act: which of the actions tells it, from 0; null where none does. */
  readonly toldBy: readonly (number | null)[];
  /** By act: whether it is asked for, or left to the pupil, and so not to be seen in the picture. */
  readonly asked: readonly boolean[];
}

/**
 * The words of a step's acts at a stage of help. No stage drops a measure: what is measured is told in all of them. The acts
 * themselves stay as they are, for pictures and whoever follows.
 */
export function fadeWords(acts: readonly SaidAct[], stage: Stage): FadedWords {
  const whole = actionsOf(
    acts.map((a, act) => ({ words: a.sentences.join(" "), goesOn: a.goesOn, acts: [act] })),
    acts.length,
  );
  const nothingAsked = acts.map(() => false);
  switch (stage) {
    case "reason":
    case "told":
      return { ...whole, answers: [], asked: nothingAsked };
    case "asked": {
      const answers: string[] = [];
      const asked = acts.map(() => false);
      // Which corners are left alone is half of the answer to which get a line.
      const said = acts.flatMap((a, i): Saying[] => {
        const question = askAbout(a.told.act);
        const before = acts[i - 1];
        const gone = a.told.act.do === "leave" && before && askAbout(before.told.act) !== null;
        asked[i] = question !== null || gone === true;
        if (asked[i]) answers.push(a.sentences.join(" "));
        if (gone) return [];
        const words = question ?? a.sentences.join(" ");
        return [{ words, goesOn: a.goesOn && question === null, acts: [i] }];
      });
      return { ...actionsOf(said, acts.length), answers, asked };
    }
    case "short":
    case "alone": {
      const isRest = (a: SaidAct) => !isMeasured(a.told.act);
      const rest = acts.filter(isRest);
      if (rest.length === 0) return { ...whole, answers: [], asked: nothingAsked };
      const answers = rest.map((a) => a.sentences.join(" "));
      if (stage === "alone") {
        const said = acts.flatMap((a, i): Saying[] =>
          isRest(a) ? [] : [{ words: a.sentences.join(" "), goesOn: false, acts: [i] }],
        );
        const alone = { words: "Do the rest alone: the picture shows how it ends.", goesOn: false, acts: [] };
        return { ...actionsOf([...said, alone], acts.length), answers, asked: acts.map(isRest) };
      }
      // What is not measured is called by its name, in its place.
      const said = acts.flatMap((a, i): Saying[] => {
        if (!isRest(a)) return [{ words: a.sentences.join(" "), goesOn: false, acts: [i] }];
        const before = acts[i - 1];
        if (before && isRest(before)) return [];
        const end = acts.findIndex((b, k) => k > i && !isRest(b));
        const until = end < 0 ? acts.length : end;
        const run = acts.slice(i, until).flatMap(({ told }) => inShort(told.act));
        if (run.length === 0) return [];
        const inIt = Array.from({ length: until - i }, (_, k) => i + k);
        return [{ words: `As before: ${listOf([...new Set(run)])}.`, goesOn: false, acts: inIt }];
      });
      return { ...actionsOf(said, acts.length), answers, asked: acts.map(isRest) };
    }
  }
}

interface Saying {
  readonly words: string;
  readonly goesOn: boolean;
  /** The acts it tells. */
  readonly acts: readonly number[];
}

/** Sentences by action: a line goes with the mark it starts at, rubbing out with what it ends. */
function actionsOf(said: readonly Saying[], acts: number): Pick<FadedWords, "actions" | "toldBy"> {
  const actions: string[] = [];
  const toldBy = Array.from({ length: acts }, (): number | null => null);
  for (const { words, goesOn, acts: told } of said) {
    const last = actions[actions.length - 1];
    if (goesOn && last !== undefined) actions[actions.length - 1] = `${last} ${words}`;
    else actions.push(words);
    for (const act of told) toldBy[act] = actions.length - 1;
  }
  return { actions, toldBy };
}

/** The question instead of an act, where a pupil who has done it before can find out: which corners, which lines. */
function askAbout(act: Act): string | null {
  if (act.do === "rule" && act.press === "light") {
    const aims = new Set(
      act.lines.map((l) => (l.toward.k === "point" && l.toward.at.k === "plain" ? sayName(l.toward.at) : "")),
    );
    const [aim] = aims;
    if (aims.size !== 1 || !aim || act.lines.length < 2 || act.lines.some((l) => l.gives || l.end.k !== "at"))
      return null;
    return `Which corners go to ${aim}? Draw lightly from each.`;
  }
  if (act.do === "go-over" && act.press === "firm" && act.lines.length > 1)
    return "Which light lines are edges? Go firmly over them.";
  return null;
}

/** Whether an act tells a length, which no stage of help leaves out. */
function isMeasured(act: Act): boolean {
  if (act.do === "repeat") return false;
  return JSON.stringify(act).includes('"marks"');
}

/** What is done, in as few words as a pupil needs who has done it before. */
function inShort(act: Act): string[] {
  if (act.do === "leave") return [];
  const guides = act.do === "rule" && act.press === "light" && act.lines.every((l) => l.toward.k === "point");
  return [guides ? "draw the guides" : SHORT[act.do]];
}

const SHORT: Readonly<Record<Exclude<Act["do"], "leave">, string>> = {
  mark: "mark the points",
  rule: "draw the lines",
  template: "trace the tiles",
  slide: "slide the ruler",
  inset: "set the box in",
  curve: "swing the curves",
  fill: "shade",
  freehand: "draw freely",
  "go-over": "go over the edges",
  erase: "rub out",
  fold: "fold",
  turn: "turn the sheet",
  circle: "ring the points",
  repeat: "draw the rest of the row",
};
